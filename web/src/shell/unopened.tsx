import { Component, type ReactNode } from "react";

/** While a page is being loaded. */
export const Opening = () => <p className="p-6 text-muted">Opening the book.</p>;

/** A page that cannot be loaded, or that breaks, says so instead of leaving nothing. */
export class Unopened extends Component<{ children: ReactNode }, { broken: boolean }> {
  override state = { broken: false };

  static getDerivedStateFromError() {
    return { broken: true };
  }

  override render() {
    if (!this.state.broken) return this.props.children;
    return (
      <main className="p-6">
        <p role="alert" className="mb-3 font-semibold text-stop">
          This page could not be opened. What was saved is saved; what you typed here and did not send is not.
        </p>
        <a href={window.location.pathname} className="text-seal underline underline-offset-2">
          Load it again
        </a>
      </main>
    );
  }
}
