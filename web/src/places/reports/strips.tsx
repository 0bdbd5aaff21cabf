import type { HowLong, Spread, StageAverage } from "../../api/client";
import { clocked, STAGES, scale } from "./times";

interface Props {
  answer: HowLong;
  chosen: string | undefined;
  choose: (group: string | undefined) => void;
  by: "way" | "channel";
}

/** Where the time goes, row by row; what a strip shows stands beside it in numbers. */
export function Strips({ answer, chosen, choose, by }: Props) {
  const rows: { id: string | undefined; words: string; spread: Spread }[] = [
    { id: undefined, words: by === "way" ? "All ways" : "All channels", spread: answer.all },
    ...answer.groups,
  ];
  const marks = scale(Math.max(...rows.map(({ spread }) => longest(spread))));
  const most = marks.at(-1) ?? 1;
  return (
    <section aria-label="Where the time goes" className="max-w-4xl">
      <p className="mb-2 flex flex-wrap gap-x-5 gap-y-1 text-xs">
        {answer.all.average.map(({ stage, seconds }) => (
          <span key={stage} className="flex items-center gap-1.5">
            <i aria-hidden className={`inline-block h-3 w-4 ${LOOKS[stage]}`} />
            <span className="text-muted">{STAGES[stage]}</span>
            <b className="num">{clocked(seconds)}</b>
          </span>
        ))}
      </p>
      <div className={`${ROW} pb-1 text-muted text-xs`}>
        <span>{by === "way" ? "way of proof" : "channel"}, tickets</span>
        <span />
        <span className="text-right">half</span>
        <span className="text-right">nine in ten</span>
      </div>
      <ul className="border-rule border-t">
        {rows.map((row) => (
          <li key={row.id ?? "*"} className="border-hair border-b">
            <button
              type="button"
              aria-pressed={row.id === chosen}
              onClick={() => choose(row.id)}
              className={`${ROW} w-full py-1.5 text-left ${row.id === chosen ? "bg-lit" : ""}`}
            >
              <span>
                <b className="font-semibold">{row.words}</b>{" "}
                <span className="num text-muted text-xs">{row.spread.cases.toLocaleString("en-GB")}</span>
              </span>
              <Strip spread={row.spread} most={most} />
              <b className="num text-right">{clocked(row.spread.half ?? 0)}</b>
              <span className="num text-right text-muted">{clocked(row.spread.nineInTen ?? 0)}</span>
            </button>
          </li>
        ))}
      </ul>
      <div aria-hidden className={`${ROW} text-muted text-xs`}>
        <span />
        <span className="relative block h-5">
          {marks.map((mark) => (
            <span
              key={mark}
              className="num absolute -translate-x-1/2"
              style={{ left: `${(mark / most) * 100}%` }}
            >
              {clocked(mark)}
            </span>
          ))}
        </span>
      </div>
      <p className="mt-1 mb-4 text-muted text-xs">
        A strip is the average, so that its parts add up.{" "}
        <i aria-hidden className="mx-1 inline-block h-3 w-[3px] bg-ink align-middle" /> half are in by here,
        <i aria-hidden className="mx-1 inline-block h-3 w-[5px] border-ink border-x align-middle" /> nine in
        ten.
      </p>
    </section>
  );
}

const ROW = "grid grid-cols-[minmax(0,15rem)_minmax(0,1fr)_4.5rem_5.5rem] items-center gap-3";

/** Told apart by fill and edge, not by colour alone. */
const LOOKS: Record<StageAverage["stage"], string> = {
  who: "border border-muted bg-[repeating-linear-gradient(90deg,var(--muted)_0_1px,transparent_1px_3px)]",
  proof: "bg-seal",
  change: "bg-ink",
  handover: "border border-seal bg-[repeating-linear-gradient(135deg,var(--seal)_0_2px,transparent_2px_4px)]",
  "until-in": "border border-muted border-dashed",
};

const longest = (spread: Spread) =>
  Math.max(
    spread.nineInTen ?? 0,
    spread.average.reduce((sum, { seconds }) => sum + seconds, 0),
  );

function Strip({ spread, most }: { spread: Spread; most: number }) {
  const at = (seconds: number) => `${(seconds / most) * 100}%`;
  return (
    <span aria-hidden className="relative flex h-5 items-center">
      {spread.average.map(({ stage, seconds }) => (
        <i key={stage} className={`block h-3.5 ${LOOKS[stage]}`} style={{ width: at(seconds) }} />
      ))}
      {spread.half !== undefined && (
        <i className="absolute h-5 w-[3px] bg-ink" style={{ left: at(spread.half) }} />
      )}
      {spread.nineInTen !== undefined && (
        <i className="absolute h-5 w-[5px] border-ink border-x" style={{ left: at(spread.nineInTen) }} />
      )}
    </span>
  );
}
