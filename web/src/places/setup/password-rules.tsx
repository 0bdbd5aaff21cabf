import type { Values } from "./settings-fields";

const STYLES: [string, string][] = [
  ["read-aloud", "in groups, read aloud"],
  ["spoken", "as words, spoken"],
  ["copied", "sent unseen"],
  ["typed", "typed by the analyst"],
];

interface Props {
  rules: Values;
  change: (rules: Values) => void;
}

/** How a temporary password may look there, and how long it must be. Other rules stay as they are. */
export function PasswordRules({ rules, change }: Props) {
  const styles = (rules.styles ?? []) as string[];
  const policy = (rules.policy ?? {}) as Values;
  const length = (field: string, text: string) => {
    const { [field]: _, ...others } = policy;
    change({ ...rules, policy: text ? { ...others, [field]: Number(text) } : others });
  };
  return (
    <fieldset className="grid gap-2">
      <legend>A temporary password there may be</legend>
      {STYLES.map(([id, words]) => (
        <label key={id} className="flex min-h-6 items-baseline gap-2">
          <input
            type="checkbox"
            checked={styles.includes(id)}
            onChange={(e) =>
              change({
                ...rules,
                styles: e.target.checked ? [...styles, id] : styles.filter((other) => other !== id),
              })
            }
          />
          {words}
        </label>
      ))}
      <div className="flex gap-4">
        {[
          ["minLength", "Characters at least"],
          ["maxLength", "Characters at most"],
        ].map(([field = "", words]) => (
          <label key={field} className="grid gap-1">
            {words}
            <input
              className="field num w-24"
              inputMode="numeric"
              value={String(policy[field] ?? "")}
              onChange={(e) => /^\d{0,3}$/.test(e.target.value) && length(field, e.target.value)}
            />
          </label>
        ))}
      </div>
    </fieldset>
  );
}
