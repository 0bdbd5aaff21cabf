import type { RefObject } from "react";

export const DIGITS = 6;

interface Props {
  code: string;
  onCode: (digits: string) => void;
  field?: RefObject<HTMLInputElement | null>;
}

/** Where the code of an authenticator is typed; spaces and whatever else is pasted with it go. */
export function Digits({ code, onCode, field }: Props) {
  return (
    <label className="grid gap-1">
      The six digits of your authenticator
      <input
        ref={field}
        className="field num text-lg tracking-[.3em]"
        inputMode="numeric"
        autoComplete="one-time-code"
        maxLength={2 * DIGITS}
        value={code}
        onChange={(e) => onCode(e.target.value.replace(/\D/g, "").slice(0, DIGITS))}
      />
    </label>
  );
}
