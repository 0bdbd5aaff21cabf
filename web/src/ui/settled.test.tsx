import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { useSettled } from "./settled";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it("gives what was typed when nobody types on, and nothing of the way there", () => {
  const seen = new Set<string>();
  const { rerender, result } = renderHook(
    ({ typed }) => {
      const settled = useSettled(typed);
      seen.add(settled);
      return settled;
    },
    { initialProps: { typed: "" } },
  );
  for (const typed of ["h", "ho", "hol"]) {
    rerender({ typed });
    act(() => void vi.advanceTimersByTime(40));
  }
  expect(result.current).toBe("");
  act(() => void vi.advanceTimersByTime(100));
  expect(result.current).toBe("hol");
  expect([...seen]).toEqual(["", "hol"]);
});
