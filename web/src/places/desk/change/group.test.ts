import { describe, expect, it } from "vitest";
import type { Page, System } from "../../../api/client";
import { grouped, listed } from "./group";

const account = (id: string, state: System["state"]) => ({ id, state, name: id }) as System;
const ids = (systems: System[]) => systems.map((one) => one.id);

describe("accounts in order", () => {
  it("leaves few as they are", () => {
    const both = [account("a", "open"), account("b", "locked")];
    expect(grouped(both, [])).toEqual({ first: both, rest: [] });
  });

  it("shows what is wrong, and what was changed here, before the rest", () => {
    const all = [
      account("a", "open"),
      account("b", "locked"),
      account("c", "must-change"),
      account("d", "open"),
      account("e", "away"),
    ];
    const { first, rest } = grouped(all, [{ system: "d" } as Page["changes"][number]]);
    expect(ids(first)).toEqual(["b", "c", "d", "e"]);
    expect(ids(rest)).toEqual(["a"]);
  });
});

describe("names in a sentence", () => {
  it("counts those beyond the first", () => {
    expect(listed([])).toBe("");
    expect(listed(["a"])).toBe("a");
    expect(listed(["a", "b", "c"])).toBe("a, b and c");
    expect(listed(["a", "b", "c", "d"], 2)).toBe("a, b and 2 more");
  });
});
