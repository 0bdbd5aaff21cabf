import { useState } from "react";
import type { Page } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { Button } from "../../../ui/parts";
import { clock, useNow } from "../../../ui/time";
import { ringBackLater } from "../acts";
import { useNotices } from "../notices";

const MINUTE = 60_000;
const LATER = [
  [10, "in 10 minutes"],
  [30, "in half an hour"],
  [60, "in an hour"],
  [240, "in 4 hours"],
] as const;

/** The page is parked, with its place kept, until they are rung back. */
export function RingBack({ page }: { page: Page }) {
  const notices = useNotices();
  const now = useNow();
  const [open, setOpen] = useState(false);
  const { id, ringBackAt, onTheLine } = page.ticket;
  useKeys([{ key: "e", words: "Ring back later", run: () => setOpen(true) }], { everywhere: true });
  const note = (at?: Date) =>
    void notices.during(async () => {
      await ringBackLater(id, at);
      setOpen(false);
    });
  if (open)
    return (
      <fieldset className="mt-2 grid gap-1">
        <legend className="mb-1 text-muted text-xs">
          {onTheLine ? "Ring them back when? This ends the line." : "Ring them back when?"}
        </legend>
        {LATER.map(([minutes, words], i) => (
          <Button
            key={minutes}
            quiet
            autoFocus={i === 0}
            onKeyDown={(event) => event.key === "Escape" && setOpen(false)}
            onClick={() => note(new Date(now + minutes * MINUTE))}
          >
            {words}, at {clock(new Date(now + minutes * MINUTE).toISOString())}
          </Button>
        ))}
        <Button quiet onClick={() => setOpen(false)}>
          Not now
        </Button>
      </fieldset>
    );
  if (!ringBackAt)
    return (
      <Button quiet hotkey="E" onClick={() => setOpen(true)}>
        Ring back later
      </Button>
    );
  const due = Date.parse(ringBackAt) <= now;
  return (
    <p className={`mt-2 text-[13px] ${due ? "font-semibold text-wait" : ""}`}>
      {due ? `Was to be rung back at ${clock(ringBackAt)}. Begin with a call back.` : ""}
      {!due && `To be rung back at ${clock(ringBackAt)}.`}{" "}
      <button type="button" className="underline" onClick={() => note()}>
        Not any more
      </button>
    </p>
  );
}
