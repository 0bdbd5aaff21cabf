import { describe, expect, it } from "vitest";
import type { Read, Sealing } from "../../api/client";
import { heads } from "./runs";

const read = (id: string, at: string, sealedUnder?: number): Read =>
  ({ entry: { id, at: `2026-11-23T${at}Z`, sealedUnder }, restedOn: [] }) as unknown as Read;
const seal = (size: number): Sealing => ({ size, at: "", root: "", witnesses: 1 });
const seals = [seal(3), seal(5), seal(9)];

describe("rules between the rows of the record", () => {
  it("stand once above rows made close together", () => {
    const found = heads(
      [read("c", "10:03:00", 9), read("b", "10:02:00", 5), read("a", "10:01:00", 3)],
      seals,
    );
    expect([...found.keys()]).toEqual(["c"]);
    expect(found.get("c")).toEqual({ seal: seals[2], entries: 3 });
  });

  it("part what is sealed from what is not", () => {
    const found = heads([read("c", "10:03:00"), read("b", "10:02:59"), read("a", "10:02:00", 3)], seals);
    expect(found.get("c")).toEqual({ seal: undefined, entries: 2 });
    expect(found.get("a")).toEqual({ seal: seals[0], entries: 1 });
  });

  it("stand again after a while in which nothing happened", () => {
    const found = heads([read("b", "10:30:00", 5), read("a", "10:01:00", 3)], seals);
    expect([...found.keys()]).toEqual(["b", "a"]);
    expect(found.get("a")?.seal).toBe(seals[0]);
  });

  it("are none where there is no row", () => {
    expect(heads([], seals).size).toBe(0);
  });
});
