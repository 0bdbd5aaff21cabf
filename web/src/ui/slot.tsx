/** How every slot of the sentence looks. */
export const LOOK = "border-b-2 border-seal bg-lit px-2 py-1 font-sans font-semibold text-sm min-h-8";

interface SlotProps {
  label: string;
  value: string;
  options: [string, string][];
  choose: (value: string) => void;
}

/** A slot of the sentence with a fixed choice. */
export function Slot({ label, value, options, choose }: SlotProps) {
  return (
    <select
      aria-label={label}
      className={LOOK}
      value={value}
      onChange={(event) => choose(event.target.value)}
    >
      {options.map(([id, words]) => (
        <option key={id} value={id}>
          {words}
        </option>
      ))}
    </select>
  );
}
