import { Fragment, type RefObject } from "react";
import type { ProcedureFinding, ProcedureSentence } from "../../api/client";
import { LINE, notes } from "./notes";

interface Props {
  text: string;
  /** Not where it is shown as sentences. */
  type: ((text: string) => void) | undefined;
  area: RefObject<HTMLTextAreaElement | null>;
  findings: readonly ProcedureFinding[];
  sentences: readonly ProcedureSentence[];
  open: (line: number) => void;
}

/** The lines, as sentences or as text, with what is wrong beside them in the margin. */
export function Page({ text, type, area, findings, sentences, open }: Props) {
  const lines = text.split("\n");
  const wrong = new Map<number, ProcedureFinding["level"]>();
  for (const one of findings) if (wrong.get(one.line) !== "error") wrong.set(one.line, one.level);
  const height = Math.max(lines.length + 1, 12) * LINE;
  const made = notes(findings);
  const last = made.at(-1);
  return (
    <section
      aria-label="The procedure"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, also by keyboard
      tabIndex={0}
      className="grid min-h-0 grid-cols-[minmax(0,14rem)_2.75rem_minmax(0,1fr)] content-start overflow-y-auto"
    >
      <section
        aria-label="What is found"
        className="relative"
        style={{ minHeight: last ? last.top + 140 : 0 }}
      >
        {made.map(({ finding, top }) => (
          <button
            key={`${finding.line} ${finding.code}`}
            type="button"
            onClick={() => open(finding.line)}
            className={`absolute right-0 left-4 text-left text-xs ${finding.level === "error" ? "text-stop" : "text-wait"}`}
            style={{ top }}
          >
            <b className="num flex items-center gap-2 leading-6">
              {finding.level === "error" ? "✕" : "‖"} {finding.code}
              <i aria-hidden className="h-px flex-1 bg-current" />
              <span className="sr-only">in line {finding.line}</span>
            </b>
            {finding.words}
          </button>
        ))}
      </section>
      <ol aria-hidden className="num text-right text-muted text-xs">
        {lines.map((_, i) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a line is its number
            key={i}
            className={`h-6 pr-3 leading-6 ${wrong.has(i + 1) ? "font-bold text-stop" : ""}`}
          >
            {i + 1}
          </li>
        ))}
      </ol>
      {type ? (
        <textarea
          ref={area}
          aria-label="The text"
          spellCheck={false}
          autoCapitalize="none"
          wrap="off"
          value={text}
          onChange={(event) => type(event.target.value)}
          className="num block w-full resize-none overflow-x-auto overflow-y-hidden border-margin border-l-2 bg-sheet px-4 text-[13.5px] leading-6"
          style={{ height }}
        />
      ) : (
        <div className="border-margin border-l-2 bg-sheet" style={{ minHeight: height }}>
          {sentences.length === 0 ? (
            <p className="px-4 py-2 text-muted">
              It cannot be said yet: something in the text is not of the language. Press Text, and mend what
              stands in the margin.
            </p>
          ) : (
            <Said lines={lines.length} sentences={sentences} wrong={wrong} />
          )}
        </div>
      )}
    </section>
  );
}

interface SaidProps {
  lines: number;
  sentences: readonly ProcedureSentence[];
  wrong: Map<number, ProcedureFinding["level"]>;
}

function Said({ lines, sentences, wrong }: SaidProps) {
  const by = new Map(sentences.map((one) => [one.line, one]));
  return Array.from({ length: lines }, (_, i) => {
    const sentence = by.get(i + 1);
    return (
      <p
        // biome-ignore lint/suspicious/noArrayIndexKey: a line is its number
        key={i}
        className={`h-6 overflow-hidden text-ellipsis whitespace-nowrap border-hair border-b px-4 leading-6 ${wrong.has(i + 1) ? "bg-stop-wash" : ""}`}
        title={sentence?.parts.map((part) => part.words).join(" ")}
        style={{ paddingLeft: 16 + (sentence?.depth ?? 0) * 28 }}
      >
        {sentence?.parts.map((part, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts never move
          <Fragment key={at}>
            {at > 0 && !part.words.startsWith(",") && " "}
            <span className={LOOKS[part.kind]}>{part.words}</span>
          </Fragment>
        ))}
      </p>
    );
  });
}

const LOOKS: Record<string, string> = {
  said: "",
  case: "font-serif italic text-muted",
  chosen: "bg-lit px-1 font-semibold underline decoration-seal underline-offset-4",
  name: "num bg-lit px-1 font-semibold underline decoration-seal underline-offset-4",
};
