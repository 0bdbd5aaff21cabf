import { useState } from "react";
import { ask, client, type StaffMember } from "../../api/client";
import { Button } from "../../ui/parts";
import type { During } from "./use-deed";

const GROUP = /.{1,5}/g;

/** A code for somebody who has no password yet: shown here once, and kept nowhere. */
export function Invitation({ member, during }: { member: StaffMember; during: During }) {
  const [code, setCode] = useState("");
  const make = () =>
    void during(async () => {
      const made = await ask(
        client.POST("/api/staff/{analyst}/invitation", { params: { path: { analyst: member.id } } }),
      );
      setCode(made.code);
    });
  return (
    <div className="grid gap-2 rounded border border-rule bg-sheet p-2.5">
      {code ? (
        <>
          <p>
            Hand {member.name} this code yourself. With it they choose a password at{" "}
            <span className="num">{location.origin}/welcome</span>, within three days, once.
          </p>
          <output aria-label="Code" className="num select-all text-lg tracking-wide">
            {code.match(GROUP)?.join(" ")}
          </output>
          <p className="text-muted">It is kept nowhere: when you leave this, only a new one can be made.</p>
        </>
      ) : (
        <>
          <p>{member.name} has chosen no password yet and cannot sign in.</p>
          <Button className="justify-self-start" onClick={make}>
            Make a code for it
          </Button>
          <p className="text-muted">A code that was made before opens nothing after that.</p>
        </>
      )}
    </div>
  );
}
