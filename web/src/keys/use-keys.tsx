import {
  createContext,
  type ReactNode,
  useContext,
  useLayoutEffect,
  useRef,
  useSyncExternalStore,
} from "react";
import { actsEverywhere, inForce, type Layer, type Registration, register, watchInForce } from "./dispatcher";
import type { Shortcut } from "./keys";

const PAGE: Layer = { depth: 0, active: true };
const Around = createContext<Layer>(PAGE);

/** Keys within act only while it is active: a column while it is lit, a card while it has the focus. */
export function KeyLayer({ active, children }: { active: boolean; children: ReactNode }) {
  const around = useContext(Around);
  return (
    <Around.Provider value={{ depth: around.depth + 1, active: around.active && active }}>
      {children}
    </Around.Provider>
  );
}

/** Whether a key that is written here does something now: a column that is not lit gets none. */
export function useActs(key: string) {
  const { active } = useContext(Around);
  const everywhere = useSyncExternalStore(watchInForce, () => actsEverywhere(key));
  return active || everywhere;
}

export const useShortcutsInForce = () => useSyncExternalStore(watchInForce, inForce);

/**
 * Puts shortcuts in force while the component is there and the layer around it active.
 *
 * `everywhere`: they are the page's, whatever column they stand in.
 */
export function useKeys(shortcuts: readonly Shortcut[], { everywhere = false } = {}) {
  const around = useContext(Around);
  const { depth, active } = everywhere ? PAGE : around;
  const latest = useRef(shortcuts);
  latest.current = shortcuts;
  const words = shortcuts.map((s) => `${s.key} ${s.words}`).join("\n");
  // Before it is painted: a key acts as soon as what it acts on is seen.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the words stand for the shortcuts, which are new at each drawing
  useLayoutEffect(() => {
    const registration: Registration = {
      layer: { depth, active },
      // What a key does is looked up when it is pressed, since it is new at each drawing.
      shortcuts: latest.current.map((shortcut, i) => ({
        key: shortcut.key,
        words: shortcut.words,
        run: () => latest.current[i]?.run(),
      })),
    };
    return register(registration);
  }, [words, depth, active]);
}
