/** Keyboard shortcuts without a framework: what a key does now, decided by what is in view. */
export interface Shortcut {
  /** As in KeyboardEvent.key; letters in small. */
  key: string;
  /** What it does, for the list of keys. */
  words: string;
  run: () => void;
}

const SWITCH = "earnest-single-keys";

export const singleKeysOn = () => localStorage.getItem(SWITCH) !== "off";
export const switchSingleKeys = (on: boolean) => localStorage.setItem(SWITCH, on ? "on" : "off");

/** Whether somebody is typing: then no shortcut fires. */
export function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName) ||
      target.closest('[role="dialog"]') !== null)
  );
}

/** While nobody is named on the open page, letters begin a name: they are no shortcuts then. */
let naming = false;
const watching = new Set<() => void>();

export const lettersName = () => naming;
export const setLettersName = (on: boolean) => {
  if (naming === on) return;
  naming = on;
  for (const listener of watching) listener();
};
export const watchLetters = (listener: () => void) => {
  watching.add(listener);
  return () => void watching.delete(listener);
};

export const isLetter = (key: string) => /^\p{L}$/u.test(key);

/** The shortcut that an event means, if any. A button in focus keeps its own Enter and Space. */
export function meant(
  event: KeyboardEvent,
  shortcuts: readonly Shortcut[],
  on: boolean,
): Shortcut | undefined {
  if (!on || event.ctrlKey || event.metaKey || event.altKey || event.repeat || typing(event.target))
    return undefined;
  if (naming && isLetter(event.key)) return undefined;
  const onButton = event.target instanceof HTMLElement && event.target.closest("button, a, summary") !== null;
  if (onButton && (event.key === "Enter" || event.key === " ")) return undefined;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  return shortcuts.find((shortcut) => shortcut.key === key);
}
