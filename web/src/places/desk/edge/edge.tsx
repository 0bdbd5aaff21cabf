import type { Edge as EdgeData, Waiting } from "../../../api/client";
import { Button, Key } from "../../../ui/parts";
import { clock, inWords, since, useNow } from "../../../ui/time";

interface Props {
  edge: EdgeData | undefined;
  open: string | undefined;
  /** The held page to which the key swaps. */
  swap: string | undefined;
  turn: (ticket: string) => void;
  answer: (ticket: string) => void;
  /** Opens the page of somebody at the counter. */
  visit: () => void;
}

/** The book's edge: what is in hand and who is waiting. Pages are turned here. */
export function Edge({ edge, open, swap, turn, answer, visit }: Props) {
  const now = useNow();
  const firstRing = edge?.waiting.find((w) => w.talk === "ringing")?.id;
  return (
    <nav aria-label="Pages" className="min-h-0 overflow-y-auto pt-3 pl-4">
      <Head words="In hand" count={edge?.inHand.length ?? 0} />
      {edge?.inHand.length === 0 && <Empty words="Nothing in hand." />}
      {edge?.inHand.map((w) => (
        <PageTab key={w.id} waiting={w} now={now} on={w.id === open} swaps={w.id === swap} turn={turn} />
      ))}
      <div className="h-2" />
      <Head words="Waiting" count={edge?.waiting.length ?? 0} />
      {edge?.waiting.length === 0 && (
        <Empty words="Nobody waits. Whoever rings, writes or comes appears here by themselves." />
      )}
      {edge?.waiting.map((w) =>
        w.talk === "ringing" ? (
          <Ringing key={w.id} waiting={w} now={now} first={w.id === firstRing} answer={answer} />
        ) : (
          <PageTab key={w.id} waiting={w} now={now} on={w.id === open} turn={turn} dashed />
        ),
      )}
      <button
        type="button"
        onClick={visit}
        className="mt-1 mb-1 block w-full px-2.5 py-1 text-left text-[13px] text-muted underline"
      >
        A visitor is here <Key>V</Key>
      </button>
      {(edge?.withColleagues.length ?? 0) > 0 && (
        <>
          <div className="h-2" />
          <Head words="With colleagues" count={edge?.withColleagues.length ?? 0} />
          {edge?.withColleagues.map((w) => (
            <PageTab key={w.id} waiting={w} now={now} on={w.id === open} turn={turn} dashed />
          ))}
        </>
      )}
    </nav>
  );
}

function Head({ words, count }: { words: string; count: number }) {
  return (
    <h2 className="mr-2.5 mb-1.5 flex justify-between font-semibold text-muted text-xs">
      {words} <span className="num">{count}</span>
    </h2>
  );
}

function Empty({ words }: { words: string }) {
  return <p className="mr-2.5 mb-1 text-muted text-xs">{words}</p>;
}

interface TabProps {
  waiting: Waiting;
  now: number;
  on: boolean;
  swaps?: boolean;
  turn: (ticket: string) => void;
  dashed?: boolean;
}

/** Only what counts seconds needs digits of one width: words would be torn apart by them. */
function Time({ children }: { children: string }) {
  return <span className={children.includes(":") ? "num" : ""}>{children}</span>;
}

function PageTab({ waiting: w, now, on, swaps = false, turn, dashed = false }: TabProps) {
  const look = on
    ? "relative -mr-[3px] border-y border-r-0 border-l-4 border-margin bg-sheet"
    : `border border-r-0 border-rule ${dashed ? "border-dashed" : ""}`;
  const time = w.talk === "answered" ? since(w.since, now) : `${inWords(w.since, now)} ago`;
  return (
    <button
      type="button"
      aria-current={on ? "page" : undefined}
      onClick={() => turn(w.id)}
      className={`mb-1 block w-full rounded-l-[3px] px-2.5 py-1.5 text-left ${look}`}
    >
      <b className="block">{w.title}</b>
      <small className="block text-muted text-xs">
        {w.words}, <Time>{time}</Time>
        {swaps && (
          <>
            {" "}
            <Key>K</Key>
          </>
        )}
      </small>
      {w.ringBackAt && (
        <small
          className={`block text-xs ${Date.parse(w.ringBackAt) <= now ? "font-semibold text-wait" : "text-muted"}`}
        >
          {Date.parse(w.ringBackAt) <= now ? "ring back now, since" : "ring back at"} {clock(w.ringBackAt)}
        </small>
      )}
      {w.reminder && <small className="block font-semibold text-wait text-xs">{w.reminder}</small>}
      {w.holder && dashed && <small className="block text-muted text-xs">{w.holder}</small>}
    </button>
  );
}

interface RingingProps {
  waiting: Waiting;
  now: number;
  first: boolean;
  answer: (ticket: string) => void;
}

function Ringing({ waiting: w, now, first, answer }: RingingProps) {
  return (
    <section
      aria-label={`${w.title}, ${w.number}`}
      className="mb-1 rounded-l-[3px] border border-rule border-r-0 border-l-4 border-l-seal bg-lit px-2.5 py-1.5"
    >
      <b className="block">
        {w.title} <Time>{since(w.since, now)}</Time>
      </b>
      <small className="mb-1 block text-muted text-xs">{w.words}</small>
      <Button onClick={() => answer(w.id)}>Answer {first && <Key>R</Key>}</Button>
    </section>
  );
}
