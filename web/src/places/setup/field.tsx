import { useId } from "react";

interface Props {
  label: string;
  hint?: string | undefined;
  value: string;
  change: (value: string) => void;
  /** Several lines, such as a certificate. */
  long?: boolean;
  exact?: boolean;
  example?: string | undefined;
}

/** A field of a form with what it means below it. */
export function Field({ label, hint, value, change, long = false, exact = false, example }: Props) {
  const id = useId();
  const look = `field ${exact ? "num" : ""}`;
  return (
    <div className="grid gap-1">
      <label htmlFor={id}>{label}</label>
      {long ? (
        <textarea
          id={id}
          className={`${look} text-xs`}
          rows={value ? 4 : 1}
          spellCheck={false}
          value={value}
          onChange={(e) => change(e.target.value)}
        />
      ) : (
        <input
          id={id}
          className={look}
          autoCapitalize="none"
          placeholder={example}
          spellCheck={false}
          value={value}
          onChange={(e) => change(e.target.value)}
        />
      )}
      {hint && <small className="text-muted text-xs">{hint}</small>}
    </div>
  );
}
