import { useEffect, useState } from "react";

/** Shorter than a pause between two words, longer than between two letters. */
const PAUSE = 90;

/** A value once it has stood still for a moment: what is typed on the way is asked by nobody. */
export function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const pause = setTimeout(() => setSettled(value), PAUSE);
    return () => clearTimeout(pause);
  }, [value]);
  return settled;
}
