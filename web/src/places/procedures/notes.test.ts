import { describe, expect, it } from "vitest";
import type { ProcedureFinding } from "../../api/client";
import { LINE, nextAfter, notes, startOf, toMend } from "./notes";

const finding = (line: number, level: "error" | "warning" = "error"): ProcedureFinding => ({
  line,
  code: "leak",
  level,
  words: "The password would stand on the ticket, for all who read it.",
});

describe("notes in the margin", () => {
  it("stand at their line, and never over one another", () => {
    const made = notes([finding(1), finding(2), finding(40)]);
    expect(made[0]?.top).toBe(0);
    expect(made[1]?.top).toBeGreaterThan(LINE * 2);
    expect(made[2]?.top).toBe(39 * LINE);
  });
  it("say what is to be done", () => {
    expect(toMend([])).toEqual({ good: true, words: "nothing to mend" });
    expect(toMend([finding(1, "warning")]).good).toBe(true);
    expect(toMend([finding(1), finding(2)])).toEqual({ good: false, words: "2 to mend" });
  });
  it("are gone through one after the other, and round again", () => {
    const all = [finding(3), finding(9)];
    expect(nextAfter(all, 1)?.line).toBe(3);
    expect(nextAfter(all, 3)?.line).toBe(9);
    expect(nextAfter(all, 9)?.line).toBe(3);
    expect(nextAfter([], 9)).toBeUndefined();
  });
  it("know where a line begins", () => {
    expect(startOf("a\nbb\nccc", 1)).toBe(0);
    expect(startOf("a\nbb\nccc", 3)).toBe(5);
    expect(startOf("a\nbb", 9)).toBe(4);
  });
});
