import type { Page } from "../../api/client";
import { Key } from "../../ui/parts";
import { exact, inWords, useNow } from "../../ui/time";

const lowered = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);

/** The live end of the record: what was done is written. */
export function Tape({ page }: { page: Page }) {
  const now = useNow();
  return (
    <section
      aria-label="The record"
      className="col-span-full grid grid-cols-1 gap-4 border-rule border-t px-4 py-2 text-[12.5px] lg:grid-cols-[192px_1fr_210px]"
    >
      <div>
        <h2 className="font-semibold font-serif text-[15px] leading-tight">The record</h2>
        <span className="text-muted">each step as it is written</span>
      </div>
      <ol className="overflow-hidden" aria-live="off">
        {page.tape.map((row) => (
          <li key={row.id} className="grid grid-cols-[66px_140px_1fr] gap-x-2.5">
            <span className="num text-muted text-xs">{exact(row.at)}</span>
            <span className="truncate">{row.actor}</span>
            <span className="truncate">{row.words}</span>
          </li>
        ))}
      </ol>
      <p className="text-muted lg:text-right">
        Ticket <span className="num">{page.ticket.number}</span>
        <br />
        opened by {lowered(page.ticket.words.one)}, {inWords(page.ticket.openedAt, now)} ago
        <br />
        <Key>?</Key> keys
      </p>
    </section>
  );
}
