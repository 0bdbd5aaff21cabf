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

/**
 * From answering or swapping until the other page is there, no key acts: it would act on the page that is
 * still in view, on somebody else's account. What is typed meanwhile is kept, since it begins a name.
 */
const LONGEST_TURN_MS = 4000;
let turnsUntil = 0;
let typed = "";

export const pageTurns = () => {
  turnsUntil = Date.now() + LONGEST_TURN_MS;
  typed = "";
};
export const turning = () => Date.now() < turnsUntil;

/** The other page is there, or will not be; returns what was typed meanwhile. */
export const pageTurned = () => {
  const meanwhile = typed;
  turnsUntil = 0;
  typed = "";
  return meanwhile;
};

/** Keeps a letter that is typed while the page turns. */
export function keepTyped(event: KeyboardEvent) {
  const plain = !event.ctrlKey && !event.metaKey && !event.altKey && !event.isComposing;
  if (!turning() || !plain || event.defaultPrevented || typing(event.target)) return;
  if (isLetter(event.key) || (typed && /^[\p{N} .'-]$/u.test(event.key))) {
    typed += event.key;
    event.preventDefault();
  }
}

export const isLetter = (key: string) => /^\p{L}$/u.test(key);

/** The shortcut that an event means, if any. A button in focus keeps its own Enter and Space. */
export function meant(
  event: KeyboardEvent,
  shortcuts: readonly Shortcut[],
  on: boolean,
): Shortcut | undefined {
  if (!on || event.ctrlKey || event.metaKey || event.altKey || event.repeat || typing(event.target))
    return undefined;
  if (turning() || (naming && isLetter(event.key))) return undefined;
  const onButton = event.target instanceof HTMLElement && event.target.closest("button, a, summary") !== null;
  if (onButton && (event.key === "Enter" || event.key === " ")) return undefined;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  return shortcuts.find((shortcut) => shortcut.key === key);
}
