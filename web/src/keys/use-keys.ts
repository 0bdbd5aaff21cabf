import { useLayoutEffect, useRef, useSyncExternalStore } from "react";
import { meant, type Shortcut, singleKeysOn } from "./keys";

/** All shortcuts in force, for the list that `?` shows. */
const inForce = new Map<symbol, readonly Shortcut[]>();
const listeners = new Set<() => void>();
let snapshot: readonly Shortcut[] = [];

const publish = () => {
  snapshot = [...inForce.values()].flat();
  for (const listener of listeners) listener();
};

export const useShortcutsInForce = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => snapshot,
  );

/** Puts shortcuts in force while the component is there. */
export function useKeys(shortcuts: readonly Shortcut[]) {
  const latest = useRef(shortcuts);
  latest.current = shortcuts;
  const words = shortcuts.map((s) => `${s.key} ${s.words}`).join("\n");
  // biome-ignore lint/correctness/useExhaustiveDependencies: the words stand for the shortcuts, which are new at each drawing
  useLayoutEffect(() => {
    const id = Symbol();
    inForce.set(id, latest.current);
    publish();
    return () => {
      inForce.delete(id);
      publish();
    };
  }, [words]);
  // Before it is painted: a key acts as soon as what it acts on is seen.
  useLayoutEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      const shortcut = meant(event, latest.current, singleKeysOn());
      if (shortcut) {
        event.preventDefault();
        shortcut.run();
      }
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, []);
}
