import { ask, client, type StaffChangeAsked } from "../../api/client";
import { SecondAnswer } from "../../ui/second-answer";
import type { During } from "./use-deed";

/** In words what is asked for. */
export function wanted(one: Pick<StaffChangeAsked, "kind" | "name" | "login" | "roles">): string {
  const roles = one.roles.join(" and ");
  if (one.kind === "invite") return `take ${one.name} (${one.login}) on as ${roles}`;
  if (one.kind === "roles") return `make ${one.name} (${one.login}) ${roles}, and nothing else`;
  if (one.kind === "factor") return `take away the authenticator of ${one.name} (${one.login})`;
  return `end the work of ${one.name} (${one.login})`;
}

/** A change that one steward asked for, for another one to agree to. */
export function WaitingChange({ one, during }: { one: StaffChangeAsked; during: During }) {
  const answer = (agreed: boolean) =>
    void during(() =>
      ask(
        client.POST("/api/staff/changes/{change}/answer", {
          params: { path: { change: one.id } },
          body: { agreed },
        }),
      ),
    );
  return (
    <div className="mb-2.5 rounded border border-rule bg-sheet p-2.5">
      <p>
        <b>{one.mine ? "You" : one.askedBy}</b> asked to {wanted(one)}.
      </p>
      <SecondAnswer mine={one.mine} awaited="Another steward must agree." answer={answer} />
    </div>
  );
}
