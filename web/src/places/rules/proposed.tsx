import { ask, client, type RulebookProposed } from "../../api/client";
import { useShell } from "../../shell/context";
import { Button } from "../../ui/parts";
import { clock } from "../../ui/time";
import { may } from "../place";
import { Differs } from "./differs";
import { Rehearsed } from "./rehearsed";
import { useRules } from "./use-rules";

/** What was proposed and waits, rehearsed on what was decided. */
export function Proposed({ proposed }: { proposed: RulebookProposed }) {
  const { me } = useShell();
  const { trouble, busy, during } = useRules();
  const { proposal, changes } = proposed;
  const own = proposal.askedBy === me.id;
  const answer = (agreed: boolean) =>
    void during(() =>
      ask(
        client.POST("/api/rulebook/proposals/{proposal}/answer", {
          params: { path: { proposal: proposal.id } },
          body: { agreed },
        }),
      ),
    );
  return (
    <section aria-label="Proposed" className="mb-5">
      <h2 className="font-semibold font-serif text-base">Proposed: {proposal.name}</h2>
      <p className="mb-2 text-muted text-xs">
        by {proposal.askedByName}, {clock(proposal.askedAt)}: “{proposal.reason}”
      </p>
      <Differs changes={changes} />
      <Rehearsed rehearsed={proposal.rehearsed} />
      <p className="mb-2">
        {proposal.agreed
          ? `Two agreed. It takes force at ${clock(proposal.beginsAt ?? "")}, and can be taken back until then.`
          : proposal.beginsAt
            ? `Once somebody agrees, it takes force at ${clock(proposal.beginsAt)}.`
            : "Once somebody agrees, it takes force at once."}
      </p>
      {trouble && (
        <p role="alert" className="mb-2 font-semibold text-stop">
          {trouble}
        </p>
      )}
      {may(me, "set-rules") && (
        <div className="flex flex-wrap gap-1.5">
          {!own && !proposal.agreed && (
            <Button disabled={busy} onClick={() => answer(true)}>
              {proposal.beginsAt ? "Agree" : "Agree, put it in force"}
            </Button>
          )}
          <Button quiet disabled={busy} onClick={() => answer(false)}>
            {own || proposal.agreed ? "Take it back" : "Do not agree"}
          </Button>
        </div>
      )}
      {own && !proposal.agreed && (
        <p className="mt-2 text-muted text-xs">Another lead or a steward has to agree.</p>
      )}
    </section>
  );
}
