import { keepTyped, meant, type Shortcut, singleKeysOn } from "./keys";

/**
 * The one listener that owns the keyboard. Whoever wants keys registers with a layer: the page is at depth 0, a column
 * below it, a card below that. Only active layers get a key, the deepest first, and one shortcut acts on it at most.
 */
export interface Layer {
  depth: number;
  active: boolean;
}

export interface Registration {
  layer: Layer;
  shortcuts: readonly Shortcut[];
}

const registered = new Set<Registration>();
const watching = new Set<() => void>();
let snapshot: readonly Shortcut[] = [];
let ofThePage: ReadonlySet<string> = new Set();

function publish() {
  snapshot = inTurn().flatMap((registration) => registration.shortcuts);
  ofThePage = new Set(
    inTurn()
      .filter((registration) => registration.layer.depth === 0)
      .flatMap((registration) => registration.shortcuts.map((shortcut) => shortcut.key.toLowerCase())),
  );
  for (const listener of watching) listener();
}

/** Those that act now, the deepest first; of one layer in the order in which they came. */
const inTurn = () =>
  [...registered]
    .filter((registration) => registration.layer.active)
    .sort((a, b) => b.layer.depth - a.layer.depth);

export function register(registration: Registration): () => void {
  if (registered.size === 0) window.addEventListener("keydown", dispatch);
  registered.add(registration);
  publish();
  return () => {
    registered.delete(registration);
    if (registered.size === 0) window.removeEventListener("keydown", dispatch);
    publish();
  };
}

/** All that a key does now, for the list of keys. */
export const inForce = () => snapshot;
/** Whether a key does something wherever one is, if nothing deeper wants it. */
export const actsEverywhere = (key: string) => ofThePage.has(key.toLowerCase());
export const watchInForce = (listener: () => void) => {
  watching.add(listener);
  return () => void watching.delete(listener);
};

/** What begins to be typed outside of fields; it sees a key before the shortcuts do. */
let begins: ((event: KeyboardEvent) => void) | undefined;
export const whenTypingBegins = (listener: ((event: KeyboardEvent) => void) | undefined) => {
  begins = listener;
};

export function dispatch(event: KeyboardEvent) {
  keepTyped(event);
  if (event.defaultPrevented) return;
  begins?.(event);
  for (const { shortcuts } of inTurn()) {
    const shortcut = meant(event, shortcuts, singleKeysOn());
    if (shortcut) {
      event.preventDefault();
      shortcut.run();
      return;
    }
  }
}
