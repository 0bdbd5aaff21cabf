import { type ComponentPropsWithRef, type ReactNode, useSyncExternalStore } from "react";
import { isLetter, lettersName, watchLetters } from "../keys/keys";
import { useActs } from "../keys/use-keys";

/** A key; it lies flat where it does nothing at the moment. */
export function Key({ children }: { children: ReactNode }) {
  const acts = useActs([children].flat().join(""));
  return (
    <kbd
      data-acts={acts}
      className={`num inline-block rounded-[3px] border border-b-2 px-1 font-semibold text-[11px] leading-normal ${
        acts ? "border-rule bg-lit text-muted" : "border-transparent text-inherit"
      }`}
    >
      {children}
    </kbd>
  );
}

interface ButtonProps extends ComponentPropsWithRef<"button"> {
  quiet?: boolean;
  hotkey?: string;
}

export function Button({ quiet = false, hotkey, children, className = "", ...rest }: ButtonProps) {
  const naming = useSyncExternalStore(watchLetters, lettersName);
  const acts = hotkey && !(naming && isLetter(hotkey));
  const look = quiet
    ? "border-rule bg-transparent text-ink disabled:opacity-60"
    : "border-good bg-good text-lit disabled:opacity-60";
  return (
    <button
      type="button"
      className={`inline-flex min-h-7 items-center gap-1.5 whitespace-nowrap rounded border px-2.5 py-1 font-sans font-semibold text-[13px] ${look} ${className}`}
      {...rest}
    >
      {children}
      {acts && <Key>{hotkey}</Key>}
    </button>
  );
}

type Tone = "good" | "stop" | "lack" | "plain";
const MARKS: Record<Tone, string> = { good: "✓ ", stop: "✕ ", lack: "‖ ", plain: "" };
const TONES: Record<Tone, string> = {
  good: "text-good",
  stop: "text-stop",
  lack: "text-muted",
  plain: "text-muted",
};

/** A state as a margin word with a mark: colour never says it alone. */
export function Margin({
  tone,
  wrap = false,
  children,
}: {
  tone: Tone;
  wrap?: boolean;
  children: ReactNode;
}) {
  const flow = wrap ? "" : "whitespace-nowrap";
  return (
    <span className={`shrink-0 self-start font-semibold text-[12.5px] ${flow} ${TONES[tone]}`}>
      <span aria-hidden>{MARKS[tone]}</span>
      {children}
    </span>
  );
}

export function ColumnHead({ title, note }: { title: string; note?: ReactNode }) {
  return (
    <h2 className="mb-2.5 flex items-baseline justify-between font-semibold font-serif text-base leading-none">
      {title}
      <span className="font-medium font-sans text-muted text-xs">{note}</span>
    </h2>
  );
}

/** Names what went wrong and what to do, until it is read. */
export function Notice({ words, close }: { words: string; close: () => void }) {
  return (
    <div
      role="alert"
      className="flex items-center justify-between gap-3 bg-stop-wash px-3.5 py-2 font-semibold text-stop"
    >
      <span>{words}</span>
      <Button quiet onClick={close} className="border-stop text-stop">
        Understood
      </Button>
    </div>
  );
}
