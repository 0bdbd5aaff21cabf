import { createHash } from "node:crypto";
import { describe, expect, it } from "vitest";
import { solve } from "./puzzle";

describe("the sum that keeps robots out", () => {
  it("is solved by the first number that is enough", async () => {
    const puzzle = "EBESExQVFhcYGRobHB0eHwwAAAAAawvZ2A";
    const n = Number(await solve(puzzle, 12));
    const hash = (i: number) => createHash("sha256").update(`${puzzle}.${i}`).digest("hex");
    expect(hash(n)).toMatch(/^000/);
    for (let i = 0; i < n; i++) expect(hash(i)).not.toMatch(/^000/);
  });

  it("asks for nothing where nothing is asked", async () => {
    expect(await solve("x", 0)).toBe("0");
  });

  it("can be given up", async () => {
    const stop = AbortSignal.abort();
    await expect(solve("x", 60, stop)).rejects.toThrow();
  });
});
