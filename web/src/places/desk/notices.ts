import { useSyncExternalStore } from "react";
import { Problem } from "../../api/client";

/** What went wrong last, in words, until it is read or something succeeds. */
let words = "";
const listeners = new Set<() => void>();
const set = (next: string) => {
  words = next;
  for (const listener of listeners) listener();
};

/** Unlike what is only read, an act may have been done although no answer came. */
const NOT_KNOWN =
  "Earnest cannot be reached, so it is not known whether this was done. The page shows it when it is live again; look before you repeat it.";

const notices = {
  say: set,
  close: () => set(""),
  /** Does something and says what went wrong; true if nothing did. */
  async during(act: () => Promise<unknown>): Promise<boolean> {
    try {
      await act();
      set("");
      return true;
    } catch (problem) {
      if (!(problem instanceof Problem)) throw problem;
      set(problem.type === "away" ? NOT_KNOWN : problem.message);
      return false;
    }
  },
};

export const useNotices = () => notices;

export const useNotice = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => words,
  );
