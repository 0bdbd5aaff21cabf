import { Fragment } from "react";
import type { Read, Sealing } from "../../api/client";
import { day, exact } from "../../ui/time";
import { type Head, heads } from "./runs";
import { useWitnesses } from "./seal-status";

interface Props {
  rows: Read[];
  seals: Sealing[];
  chosen: string | undefined;
  choose: (read: Read) => void;
}

/** The entries, newest first, with the seals that close them as double rules. */
export function Entries({ rows, seals, chosen, choose }: Props) {
  const above = heads(rows, seals);
  return (
    <ol>
      {rows.map((read, i) => {
        const row = read.entry;
        const head = above.get(row.id);
        const lit = chosen === row.id;
        return (
          <Fragment key={row.id}>
            {day(row.at) !== day(rows[i - 1]?.entry.at ?? "") && (
              <li className="mt-2 mb-1 font-semibold text-muted text-xs">{day(row.at)}</li>
            )}
            {head && <SealRule head={head} />}
            <li className="border-hair border-b">
              <button
                type="button"
                aria-pressed={lit}
                onClick={() => choose(read)}
                className={`grid w-full grid-cols-[52px_72px_150px_1fr_64px] gap-3 py-1.5 text-left ${lit ? "bg-lit shadow-[-6px_0_var(--seal)]" : ""}`}
              >
                <span className="num text-muted text-xs leading-5">
                  {row.number ?? <span title="no number yet">·</span>}
                </span>
                <span className="num text-muted text-xs leading-5">{exact(row.at)}</span>
                <b className="truncate">{row.actor}</b>
                <span>{row.words}</span>
                <span className="num text-muted text-xs leading-5">{read.ticket}</span>
              </button>
            </li>
          </Fragment>
        );
      })}
    </ol>
  );
}

/** The double rule under a closed account; dashed while nothing is sealed. */
function SealRule({ head }: { head: Head }) {
  const held = useWitnesses();
  if (!head.seal) {
    return (
      <li className="sealing" data-open="true">
        not sealed yet · {head.entries === 1 ? "one entry" : `${head.entries} entries`} · sealed within
        seconds
      </li>
    );
  }
  const { at, size, root, witnesses } = head.seal;
  return (
    <li className="sealing">
      sealed {exact(at)}
      <span className="num text-muted">
        {size.toLocaleString("en-GB")} entries · {shortHash(root)}
      </span>
      {told(held(size, witnesses))}
    </li>
  );
}

export const shortHash = (hex: string) => `${hex.slice(0, 4)} ${hex.slice(4, 8)} … ${hex.slice(-4)}`;

export const told = (witnesses: number) =>
  witnesses === 0
    ? "not yet sent to a witness"
    : `sent to ${witnesses === 1 ? "one witness" : `${witnesses} witnesses`}`;
