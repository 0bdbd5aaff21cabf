import { useEffect, useRef, useState } from "react";
import type { HandoverState, Part } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { Button } from "../../../ui/parts";
import { saidBack, show, wasAskedHere } from "../acts";
import { useNotices } from "../notices";

interface Props {
  ticket: string;
  handover: HandoverState["state"];
  /** Somebody is on the line and hears it. */
  fresh: boolean;
}

const numbers = (to: number) => Array.from({ length: to }, (_, i) => i + 1);

const NUMBERS = ["No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight"];

/** Reads a password aloud part by part. What was said back is gone from the page for good. */
export function ReadAloud({ ticket, handover, fresh }: Props) {
  const notices = useNotices();
  // Never in the query cache: it lives only as long as this is in view.
  const [parts, setParts] = useState<Part[] | null>(null);
  const shown = parts?.filter((p) => p.part > handover.saidBack) ?? [];
  const now = shown[0];
  const look = () =>
    void notices.during(async () => {
      setParts(await show(ticket));
    });
  const said = () => {
    if (now) void notices.during(() => saidBack(ticket, now.part));
  };
  // Whoever asked for it a moment ago on this page reads it at once; nobody else sees it by itself.
  const drawn = handover.style === "read-aloud" || handover.style === "spoken";
  const byItself =
    fresh && drawn && handover.state === "waiting" && parts === null && wasAskedHere(handover.change);
  const begun = useRef(false);
  useEffect(() => {
    if (!byItself || begun.current) return;
    begun.current = true;
    look();
  });
  useKeys([
    now
      ? { key: "Enter", words: "Said back", run: said }
      : { key: "s", words: "Show the password to read it aloud", run: look },
    ...(now ? [{ key: "a", words: "Show what is left again", run: look }] : []),
  ]);
  if (!now) {
    return (
      <div className="mb-3">
        <Button hotkey="S" onClick={look}>
          {handover.saidBack > 0 ? "Show what is left" : "Show it to read aloud"}
        </Button>
        <p className="mt-1 text-muted text-xs">Each showing is on the record.</p>
      </div>
    );
  }
  return (
    <>
      <p className="mb-2.5 border-seal border-l-[3px] pl-2.5 font-serif text-[15px] italic">
        “{NUMBERS[handover.parts] ?? handover.parts} parts. Please say each one back to me.”
      </p>
      <ol className="mb-2.5 grid gap-1.5" aria-label="Parts of the password">
        {numbers(handover.parts).map((number) => {
          const part = shown.find((p) => p.part === number);
          return <PartRow key={number} part={part} now={part === now} />;
        })}
      </ol>
      <div className="mb-3 flex gap-1.5">
        <Button hotkey="↵" onClick={said}>
          Said back
        </Button>
        <Button quiet hotkey="A" onClick={look}>
          Again
        </Button>
      </div>
    </>
  );
}

function PartRow({ part, now }: { part: Part | undefined; now: boolean }) {
  return (
    <li
      aria-current={now ? "step" : undefined}
      className={`grid grid-cols-[minmax(74px,auto)_1fr] items-center gap-2 rounded border px-2 py-1.5 ${now ? "border-good bg-good-wash" : "border-hair"}`}
    >
      <b className={`num text-[19px] tracking-wide ${part ? "" : "text-muted"}`}>
        {part ? part.characters : "••••"}
      </b>
      <span className={`text-[12.5px] ${now ? "" : "text-muted"}`}>{part ? part.words : "said back"}</span>
    </li>
  );
}
