import { useState } from "react";
import { ask, client, type StaffMember } from "../../api/client";
import { Button } from "../../ui/parts";
import { day } from "../../ui/time";
import { Invitation } from "./invitation";
import { Roles } from "./roles";
import type { During } from "./use-deed";

interface Props {
  member: StaffMember;
  self: boolean;
  alone: boolean;
  during: During;
  leave: () => void;
}

/** Somebody who works here: what they do, their first code, and the end of it. */
export function Member({ member, self, alone, during, leave }: Props) {
  return (
    <section aria-label={member.name}>
      <div className="mb-2 flex items-baseline gap-2">
        <h2 className="font-semibold font-serif text-base">{member.name}</h2>
        <span className="num text-muted text-xs">{member.login}</span>
        {self && <span className="text-muted text-xs">that is you</span>}
        <Button quiet className="ml-auto" onClick={leave}>
          Back
        </Button>
      </div>
      {member.endedAt ? (
        <p>
          Their work ended on {day(member.endedAt)}. They stay in the book because entries of the record name
          them.
        </p>
      ) : (
        <div className="grid gap-4">
          {member.invited && <Invitation member={member} during={during} />}
          <Change member={member} alone={alone} during={during} />
          <Factor member={member} alone={alone} during={during} />
          <End member={member} alone={alone} during={during} />
        </div>
      )}
    </section>
  );
}

interface DeedProps {
  member: StaffMember;
  alone: boolean;
  during: During;
}

function Change({ member, alone, during }: DeedProps) {
  const [roles, setRoles] = useState(member.roles);
  const same = [...roles].sort().join() === [...member.roles].sort().join();
  return (
    <div className="grid gap-2">
      <Roles chosen={roles} choose={setRoles} />
      <Button
        className="justify-self-start"
        disabled={same || roles.length === 0}
        onClick={() =>
          void during(() =>
            ask(
              client.POST("/api/staff/{analyst}/roles", {
                params: { path: { analyst: member.id } },
                body: { roles },
              }),
            ),
          )
        }
      >
        {alone ? "Change it" : "Ask for the change"}
      </Button>
    </div>
  );
}

interface GraveProps {
  /** What it is, on the button that asks once more. */
  words: string;
  says: string;
  sure: string;
  run: () => Promise<unknown>;
}

/** What ends somebody's sessions is asked once more. */
function Grave({ words, says, sure, run }: GraveProps) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <Button quiet className="justify-self-start" onClick={() => setOpen(true)}>
        {words}…
      </Button>
    );
  return (
    <div className="grid gap-2 rounded border border-rule p-2.5">
      <p>{says}</p>
      <div className="flex gap-1.5">
        <Button onClick={() => void run().then(() => setOpen(false))}>{sure}</Button>
        <Button quiet onClick={() => setOpen(false)}>
          Not now
        </Button>
      </div>
    </div>
  );
}

function End({ member, alone, during }: DeedProps) {
  return (
    <Grave
      words="End their work here"
      says="They are signed out at once and cannot sign in again. What they did stays on the record under their name."
      sure={alone ? "End it" : "Ask for it"}
      run={() =>
        during(() =>
          ask(client.POST("/api/staff/{analyst}/end", { params: { path: { analyst: member.id } } })),
        )
      }
    />
  );
}

function Factor({ member, alone, during }: DeedProps) {
  return (
    <Grave
      words="Their authenticator is lost"
      says="It is taken away, and their password with it: they are signed out at once. Then give them a code by hand, and they begin as they did at first. Be sure that it is they who ask."
      sure={alone ? "Take it away" : "Ask for it to be taken away"}
      run={() =>
        during(() =>
          ask(client.POST("/api/staff/{analyst}/factor", { params: { path: { analyst: member.id } } })),
        )
      }
    />
  );
}
