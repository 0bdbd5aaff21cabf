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

function End({ member, alone, during }: DeedProps) {
  const [sure, setSure] = useState(false);
  if (!sure)
    return (
      <Button quiet className="justify-self-start" onClick={() => setSure(true)}>
        End their work here…
      </Button>
    );
  return (
    <div className="grid gap-2 rounded border border-rule p-2.5">
      <p>
        They are signed out at once and cannot sign in again. What they did stays on the record under their
        name.
      </p>
      <div className="flex gap-1.5">
        <Button
          onClick={() =>
            void during(() =>
              ask(client.POST("/api/staff/{analyst}/end", { params: { path: { analyst: member.id } } })),
            ).then(() => setSure(false))
          }
        >
          {alone ? "End it" : "Ask for it"}
        </Button>
        <Button quiet onClick={() => setSure(false)}>
          Not now
        </Button>
      </div>
    </div>
  );
}
