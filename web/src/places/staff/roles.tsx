const ROLES: [string, string][] = [
  ["analyst", "helps callers at the desk"],
  ["lead", "also lifts what a 'no' stopped, with a second person"],
  ["auditor", "reads the record, takes it out"],
  ["steward", "sets the desk up, and looks after who works here"],
];

interface Props {
  chosen: string[];
  choose: (roles: string[]) => void;
}

/** What somebody may do here; several at once where they do several things. */
export function Roles({ chosen, choose }: Props) {
  return (
    <fieldset className="grid gap-1">
      <legend className="mb-1">What they do here</legend>
      {ROLES.map(([role, words]) => (
        <label key={role} className="grid min-h-6 grid-cols-[auto_1fr] items-baseline gap-2">
          <input
            type="checkbox"
            checked={chosen.includes(role)}
            onChange={(e) =>
              choose(e.target.checked ? [...chosen, role] : chosen.filter((other) => other !== role))
            }
          />
          <span>
            <b className="font-semibold">{role}</b> <span className="text-muted">{words}</span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}
