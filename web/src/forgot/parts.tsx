import type { ButtonHTMLAttributes, ReactNode } from "react";

interface PhoneProps {
  organisation: string;
  name?: string | undefined;
  title: string;
  lead?: ReactNode;
  foot?: ReactNode;
  children?: ReactNode;
}

/** The desk's sibling in one column: the same paper, margin line and type; one thing on a screen. */
export function Phone({ organisation, name, title, lead, foot, children }: PhoneProps) {
  return (
    <div className="mx-auto flex min-h-full max-w-md flex-col bg-sheet text-[16.5px] leading-6 md:border-hair md:border-x">
      <div className="flex flex-1 flex-col border-margin border-l-2 md:ml-4 ml-[18px]">
        <header className="flex min-h-14 flex-wrap items-center justify-between gap-x-3 border-hair border-b px-5 py-2 text-muted text-sm">
          <b className="font-bold font-serif text-[17px] text-seal tracking-tight">
            {organisation} service desk
          </b>
          {name && <span className="num max-w-full shrink-0 truncate">{name}</span>}
        </header>
        <main className="flex-1 pb-6">
          <h1 className="px-5 pt-7 pb-2.5 font-semibold font-serif text-[29px] leading-[1.14] tracking-tight">
            {title}
          </h1>
          {lead && <p className="px-5 pb-4 text-muted">{lead}</p>}
          {children}
        </main>
        {foot && (
          <footer className="border-hair border-t px-5 pt-3 pb-5 text-[14.5px] text-muted leading-[21px]">
            {foot}
          </footer>
        )}
      </div>
    </div>
  );
}

interface BigProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: "go" | "quiet" | "closed" | "grave";
}

const LOOKS = {
  go: "border-good bg-good text-lit",
  quiet: "border-muted bg-transparent text-ink",
  closed: "border-muted border-dashed bg-transparent text-muted",
  grave: "border-stop bg-transparent text-stop",
};

/** Large enough for a thumb. */
export function Big({ look = "go", className = "", children, ...rest }: BigProps) {
  return (
    <button
      type="button"
      className={`min-h-14 w-full rounded border px-4 py-2 text-center font-semibold text-lg disabled:opacity-60 ${LOOKS[look]} ${className}`}
      {...rest}
    >
      {children}
    </button>
  );
}

export function Trouble({ words }: { words: string }) {
  return words ? (
    <p role="alert" className="mx-5 mb-4 rounded-[3px] bg-stop-wash px-3 py-2 font-semibold text-stop">
      {words}
    </p>
  ) : null;
}

type Mark = "good" | "stop" | "wait" | "later";
const MARKS: Record<Mark, [string, string]> = {
  good: ["✓", "text-good"],
  stop: ["✕", "text-stop"],
  wait: ["…", "text-wait"],
  later: ["·", "text-muted"],
};

/** One line of a list that says how each thing stands, in a word and a mark. */
export function Line({ mark, state, children }: { mark: Mark; state: string; children: ReactNode }) {
  const [sign, tone] = MARKS[mark];
  return (
    <li className="grid grid-cols-[26px_1fr_auto] items-baseline gap-x-1 border-hair border-b px-5 py-2.5 text-base">
      <span aria-hidden className={`font-bold ${tone}`}>
        {sign}
      </span>
      <span className={mark === "stop" ? "text-stop" : ""}>{children}</span>
      <em className={`font-semibold text-sm not-italic ${tone}`}>{state}</em>
    </li>
  );
}
