import type { WrittenLine } from "../api/client";
import { clock } from "../ui/time";

const who = (line: WrittenLine) =>
  line.side === "person" ? "You" : line.side === "assistant" ? "Assistant" : (line.author ?? "The desk");

/** What was written, in its order, like a page of minutes. */
export function Lines({ lines }: { lines: WrittenLine[] }) {
  return (
    <div role="log" aria-label="What was written">
      <ol className="border-hair border-t">
        {lines.map((line) =>
          line.side === "earnest" ? (
            <li
              key={line.number}
              className="border-hair border-b px-5 py-2 font-serif text-[15px] text-muted italic"
            >
              {line.words}
            </li>
          ) : (
            <li
              key={line.number}
              className={`border-hair border-b px-5 py-2.5 ${line.side === "person" ? "bg-lit" : ""}`}
            >
              <p className="flex items-baseline justify-between gap-3 text-sm">
                <b className={`font-semibold font-serif ${line.side === "analyst" ? "text-seal" : ""}`}>
                  {who(line)}
                </b>
                <time className="num text-muted text-xs" dateTime={line.at}>
                  {clock(line.at)}
                </time>
              </p>
              <Words words={line.words} />
            </li>
          ),
        )}
      </ol>
    </div>
  );
}

/** Words with what was hidden in them marked as such. */
export function Words({ words }: { words: string }) {
  const parts = words.split("•••");
  return (
    <p className="whitespace-pre-wrap break-words">
      {parts.map((part, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the parts have no other order
        <span key={i}>
          {i > 0 && (
            <span role="img" aria-label="hidden" className="rounded-[2px] bg-wait-wash px-1 text-wait">
              •••
            </span>
          )}
          {part}
        </span>
      ))}
    </p>
  );
}
