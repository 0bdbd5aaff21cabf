import { useState } from "react";
import { useShell } from "../../../shell/context";
import { Button } from "../../../ui/parts";
import { day } from "../../../ui/time";
import { may } from "../../place";
import { welcomeStarter } from "../acts";
import { useNotices } from "../notices";

/** For a lead: the code by which somebody who starts sets up what proves them. It shows once. */
export function Starter({ person }: { person: string }) {
  const { me } = useShell();
  const notices = useNotices();
  const [made, setMade] = useState<{ code: string; until: string }>();
  if (!may(me, "welcome-starters")) return null;
  if (made)
    return (
      <section aria-label="The code for their first day" className="my-1 border-seal border-l-2 pl-2.5">
        <b className="num block text-base">{made.code}</b>
        <small className="block text-muted text-xs">
          Good once, until {day(made.until)}. Hand it to them yourself: whoever has it sets up what proves
          them. It is not shown again.
        </small>
        <Button quiet onClick={() => setMade(undefined)}>
          I gave it to them
        </Button>
      </section>
    );
  return (
    <button
      type="button"
      className="block min-h-6 text-left text-muted text-xs underline"
      onClick={() => void notices.during(async () => setMade(await welcomeStarter(person)))}
    >
      Make the code for their first day
    </button>
  );
}
