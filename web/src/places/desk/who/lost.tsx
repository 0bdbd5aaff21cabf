import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Judgement, Page } from "../../../api/client";
import { Button } from "../../../ui/parts";
import { day } from "../../../ui/time";
import { factorsOf, takeFactorAway } from "../acts";
import { useNotices } from "../notices";
import { SecondPerson } from "../proof/second-person";

/** What they set up that proves them, to be taken away when it is lost. Nothing is set up here. */
export function Lost({ page, close }: { page: Page; close: () => void }) {
  const notices = useNotices();
  const queries = useQueryClient();
  const [chosen, setChosen] = useState<string>();
  const ticket = page.ticket.id;
  // Each check of the page changes whether it is allowed.
  const key = ["factors", ticket, page.ticket.version];
  const shown = useQuery({ queryKey: key, queryFn: () => factorsOf(ticket) });
  const judged = shown.data?.judged;
  const open = judged?.verdict === "open";
  const take = async (factor: string) => {
    setChosen(undefined);
    await notices.during(() => takeFactorAway(ticket, factor));
    await queries.invalidateQueries({ queryKey: ["factors", ticket] });
  };
  return (
    <section aria-label="What they lost" className="mt-3 border-rule border-l-2 pl-2.5">
      {shown.error && <p className="text-stop">{shown.error.message}</p>}
      {judged && <p className={`mb-1 text-xs ${open ? "text-good" : "text-wait"}`}>{allowed(judged)}</p>}
      {judged?.verdict === "needs-second-person" && <SecondPerson page={page} judgement={judged} />}
      <ul>
        {shown.data?.factors.map((one) => (
          <li key={one.id} className="mb-1.5">
            <b className="font-semibold">{one.label}</b>
            <small className="block text-muted text-xs">
              since {day(one.since)}
              {one.note && `, ${one.note}`}
            </small>
            {open &&
              (chosen === one.id ? (
                <span className="flex gap-2">
                  <Button onClick={() => void take(one.id)}>Yes, it is lost</Button>
                  <Button quiet onClick={() => setChosen(undefined)}>
                    No
                  </Button>
                </span>
              ) : (
                <Button quiet aria-label={`Take ${one.label} away`} onClick={() => setChosen(one.id)}>
                  Take away
                </Button>
              ))}
          </li>
        ))}
      </ul>
      {shown.data?.factors.length === 0 && (
        <p className="text-muted text-xs">Nothing that they set up themselves.</p>
      )}
      <Button quiet onClick={close}>
        Leave it
      </Button>
    </section>
  );
}

function allowed(judged: Judgement) {
  switch (judged.verdict) {
    case "open":
      return "Sure enough to take one away. They are told, and set up a new one themselves.";
    case "needs-second-person":
      return "Sure enough, but a second person must agree.";
    case "stopped":
      return "Everything of theirs is stopped.";
    case "no-rule":
      return "No rule allows this. Ask the steward.";
    default:
      return `To take one away, more is asked: ${[
        ...(judged.points > 0
          ? [`${judged.standing < 0 ? "−" : ""}${Math.abs(judged.standing)} of ${judged.asks} points`]
          : []),
        ...judged.also,
      ].join("; ")}.`;
  }
}
