import { describe, expect, it } from "vitest";
import { clocked, said, scale } from "./times";

describe("durations", () => {
  it("are compared by the clock", () => {
    expect(clocked(5)).toBe("0:05");
    expect(clocked(365)).toBe("6:05");
    expect(clocked(3725)).toBe("1:02:05");
  });
  it("are said in two parts at most", () => {
    expect(said(0)).toBe("0 s");
    expect(said(365)).toBe("6 min 5 s");
    expect(said(360)).toBe("6 min");
    expect(said(3725)).toBe("1 h 2 min");
  });
  it("stand on a scale of few marks that reaches beyond the longest", () => {
    for (const most of [1, 9, 59, 61, 870, 5000, 200_000]) {
      const marks = scale(most);
      expect(marks.length).toBeLessThanOrEqual(6);
      expect(marks.at(-1)).toBeGreaterThanOrEqual(most);
    }
  });
});
