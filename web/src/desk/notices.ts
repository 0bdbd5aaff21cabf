import { useSyncExternalStore } from "react";
import { Problem } from "../api/client";

/** What went wrong last, in words, until it is read or something succeeds. */
let words = "";
const listeners = new Set<() => void>();
const set = (next: string) => {
  words = next;
  for (const listener of listeners) listener();
};

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
      set(problem.message);
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
