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
      target.closest("dialog, [role=dialog]") !== null)
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
 * From answering or swapping until the other page is there, no key acts: it would act on the page that is still in view, on
 * somebody else's account. What is typed meanwhile is kept, since it begins a name. So it is from beginning a check until
 * its form is there: what is typed then is the answer.
 */
export type Awaited = "page" | "form";
const LONGEST_WAIT_MS = 4000;
let awaited: Awaited | undefined;
let heldUntil = 0;
let typed = "";

export const holdKeys = (what: Awaited) => {
  awaited = what;
  heldUntil = Date.now() + LONGEST_WAIT_MS;
  typed = "";
};
export const held = () => Date.now() < heldUntil;

/** What was waited for is there, or will not be; returns what was typed meanwhile. */
export const releaseKeys = (what: Awaited) => {
  if (awaited !== what) return "";
  const meanwhile = typed;
  awaited = undefined;
  heldUntil = 0;
  typed = "";
  return meanwhile;
};

/** Keeps what is typed while keys are held. */
export function keepTyped(event: KeyboardEvent) {
  const plain = !event.ctrlKey && !event.metaKey && !event.altKey && !event.isComposing;
  if (!held() || !plain || event.defaultPrevented || typing(event.target)) return;
  const kept =
    awaited === "form"
      ? [...event.key].length === 1
      : isLetter(event.key) || (typed && /^[\p{N} .'-]$/u.test(event.key));
  if (kept) {
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
  if (held() || (naming && isLetter(event.key))) return undefined;
  const onButton = event.target instanceof HTMLElement && event.target.closest("button, a, summary") !== null;
  if (onButton && (event.key === "Enter" || event.key === " ")) return undefined;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  return shortcuts.find((shortcut) => shortcut.key === key);
}
