import { createContext, type ReactNode, useContext } from "react";
import type { RulebookWord, RulebookWords } from "../../api/client";
import { or, toggled } from "./draft";

/** Whether the sentences are changed, and the words that their slots can hold. */
export interface Editing {
  on: boolean;
  words: RulebookWords;
}

const Context = createContext<Editing | null>(null);
export const EditingRules = Context.Provider;

export function useEditing(): Editing {
  const editing = useContext(Context);
  if (!editing) throw new Error("rules are drawn inside their page");
  return editing;
}

const SLOT = "rounded-t-[2px] border-b-2 bg-lit px-1 font-semibold";
const SAME = "border-seal";
const CHANGED = "border-wait border-dashed bg-wait-wash";

const look = (changed: boolean) => `${SLOT} ${changed ? CHANGED : SAME}`;

/** What stood there before it was changed. */
function Was({ children }: { children: ReactNode }) {
  return <del className="mr-1 text-stop">{children}</del>;
}

interface FigureProps {
  label: string;
  value: number;
  was: number | undefined;
  set: (value: number) => void;
  /** Negative figures are typed without their sign. */
  negative?: boolean;
}

/** A slot that holds a whole number. */
export function Figure({ label, value, was, set, negative = false }: FigureProps) {
  const { on } = useEditing();
  const changed = was !== undefined && was !== value;
  if (!on) return <b className="num">{Math.abs(value)}</b>;
  return (
    <>
      {changed && <Was>{Math.abs(was)}</Was>}
      <input
        aria-label={label}
        className={`${look(changed)} num w-14 text-right`}
        inputMode="numeric"
        value={String(Math.abs(value))}
        onChange={(event) => {
          const typed = Number(event.target.value.replace(/\D/g, "").slice(0, 4));
          set(negative && typed !== 0 ? -typed : typed);
        }}
      />
    </>
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  was: string | undefined;
  options: RulebookWord[];
  set: (value: string) => void;
}

/** A slot with a fixed choice. */
export function Choice({ label, value, was, options, set }: ChoiceProps) {
  const { on } = useEditing();
  const words = (id: string) => options.find((one) => one.id === id)?.words ?? id;
  const changed = was !== undefined && was !== value;
  if (!on) return <b>{words(value)}</b>;
  const known = options.some((one) => one.id === value);
  return (
    <>
      {changed && <Was>{words(was)}</Was>}
      <select
        aria-label={label}
        className={`${look(changed)} max-w-56`}
        value={value}
        onChange={(event) => set(event.target.value)}
      >
        {!known && <option value={value}>{value}</option>}
        {options.map((one) => (
          <option key={one.id} value={one.id}>
            {one.words}
          </option>
        ))}
      </select>
    </>
  );
}

interface SomeProps {
  label: string;
  value: string[];
  was: string[] | undefined;
  options: RulebookWord[];
  set: (value: string[]) => void;
  none: string;
}

/** A slot that holds some of several. */
export function Some({ label, value, was, options, set, none }: SomeProps) {
  const { on } = useEditing();
  const words = (list: string[]) =>
    list.length === 0 ? none : or(options.filter((one) => list.includes(one.id)).map((one) => one.words));
  const changed = was !== undefined && words(was) !== words(value);
  if (!on) return <b>{words(value)}</b>;
  return (
    <details className="relative inline-block align-top">
      <summary
        aria-label={`${label}: ${words(value)}`}
        className={`${look(changed)} cursor-pointer list-none`}
      >
        {words(value)}
      </summary>
      <fieldset className="absolute left-0 z-10 grid w-64 gap-0.5 rounded border border-rule bg-lit p-2">
        <legend className="sr-only">{label}</legend>
        {options.map((one) => (
          <label key={one.id} className="flex min-h-6 items-center gap-1.5">
            <input
              type="checkbox"
              checked={value.includes(one.id)}
              onChange={() => set(toggled(value, one.id))}
            />
            {one.words}
          </label>
        ))}
      </fieldset>
    </details>
  );
}
