import type { SignalOfRulebook } from "../../api/client";
import { type Book, type Caps, type Draft, setCap, setSignal } from "./draft";
import { Figure } from "./slots";

interface Props {
  draft: Draft;
  inForce: Book;
  change: (draft: Draft) => void;
}

/** What holds for all checks together. */
export function HeldBack({ draft, inForce, change }: Props) {
  const cap = (which: keyof Caps, label: string) => (
    <Figure
      label={label}
      value={draft.caps[which]}
      was={inForce.caps[which]}
      set={(points) => change(setCap(draft, { [which]: points }))}
    />
  );
  return (
    <>
      <h2 className="mb-1 font-semibold font-serif text-base">What holds points back</h2>
      <ul className="mb-5 leading-6">
        <Line>
          A check counts for{" "}
          <Figure
            label="Minutes that a check counts"
            value={draft.validMinutes}
            was={inForce.validMinutes}
            set={(validMinutes) => change({ ...draft, validMinutes })}
          />{" "}
          minutes, in its conversation.
        </Line>
        <Line>What rests on the same thing counts once.</Line>
        <Line>
          All that can be read out to somebody counts {cap("relayed", "Most of what is read out")} together at
          most.
        </Line>
        <Line>All that they know counts {cap("knows", "Most of what they know")} together at most.</Line>
        <Line>
          What is younger than{" "}
          <Figure
            label="Days for which something is new"
            value={draft.recentPathDays}
            was={inForce.recentPathDays}
            set={(recentPathDays) => change({ ...draft, recentPathDays })}
          />{" "}
          days counts {cap("recentPath", "Most of what is new")} at most.
        </Line>
        <Line>
          From {cap("counting", "From where a check counts as a thing")} points on, a check is something that
          a deed can rest on.
        </Line>
        <Line>
          A “no” of the person closes everything of theirs, until a lead and a second person lift it.
        </Line>
      </ul>
    </>
  );
}

function Line({ children }: { children: React.ReactNode }) {
  return <li className="border-hair border-b py-1">{children}</li>;
}

/** What speaks against whoever asks. */
export function Against({ signals, draft, inForce, change }: Props & { signals: SignalOfRulebook[] }) {
  return (
    <>
      <h2 className="mb-1 font-semibold font-serif text-base">What speaks against them</h2>
      <ul>
        {signals.map((signal) => {
          const now = draft.signals[signal.id];
          const was = inForce.signals[signal.id];
          return (
            <li key={signal.id} className="grid grid-cols-[1fr_auto] border-hair border-b py-1">
              <span className={signal.here ? "" : "text-muted"}>
                {signal.words}
                {!signal.here && (
                  <small className="block text-muted text-xs">not seen at this desk yet</small>
                )}
              </span>
              {typeof now === "number" ? (
                <span>
                  −
                  <Figure
                    label={`Points of ${signal.words}`}
                    value={now}
                    was={typeof was === "number" ? was : undefined}
                    negative
                    set={(points) => change(setSignal(draft, signal.id, points))}
                  />
                </span>
              ) : (
                <b className="text-stop">stops all</b>
              )}
            </li>
          );
        })}
      </ul>
    </>
  );
}
