import { lazy, Suspense } from "react";
import type { SecondFactor } from "../api/client";

const Picture = lazy(async () => ({ default: (await import("../proofs/code")).Code }));

/** The key of an authenticator that is being set up, as a picture and to type. */
export function NewAuthenticator({ factor }: { factor: SecondFactor }) {
  return (
    <section aria-label="Your authenticator" className="grid gap-2">
      <p>Take this key into an app that shows six digits; it is shown this once.</p>
      <Suspense fallback={null}>
        <Picture text={factor.address} />
      </Suspense>
      <p className="text-[13px] text-muted">
        Or type it there: <span className="num block text-ink">{factor.key.match(/.{1,4}/g)?.join(" ")}</span>
      </p>
    </section>
  );
}
