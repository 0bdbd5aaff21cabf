import { describe, expect, it } from "vitest";
import type { Judgement, Reckoning } from "../../../api/client";
import { about, groups, inOrder, seconds, wayWords } from "./ways";

const offer = (id: string, label: string, took: number, wait = 0) => ({
  id,
  method: id,
  factor: id === "fact" ? "knows" : "has",
  label,
  points: 20,
  seconds: took,
  waiting: wait,
});
const reckoning: Reckoning = {
  standing: 0,
  stopped: false,
  liftable: false,
  missing: [],
  explanations: [],
  offers: [
    offer("fact", "Staff fact", 15),
    offer("text", "Code to work mobile", 40, 15),
    offer("auth", "Authenticator code", 20),
    offer("back", "Call back by Lantern", 60, 20),
  ],
  judgements: [],
  deniable: [],
  seconds: [],
};
const judgement: Judgement = {
  action: "temporary-password",
  system: "directory",
  verdict: "short",
  standing: 0,
  asks: 40,
  points: 40,
  also: [],
  ways: [
    ["auth", "back"],
    ["text", "back"],
  ],
};

describe("the order of offers", () => {
  it("puts the quickest way first, then the others, then the rest", () => {
    expect(inOrder(reckoning, judgement).map((p) => p.offer.id)).toEqual(["auth", "back", "text", "fact"]);
    expect(inOrder(reckoning, judgement).map((p) => p.quick)).toEqual([true, true, false, false]);
  });
  it("goes by time where there is no way", () => {
    expect(inOrder(reckoning, undefined).map((p) => p.offer.id)).toEqual(["fact", "auth", "text", "back"]);
  });
});

describe("the groups of offers", () => {
  const placed = inOrder(reckoning, judgement);
  it("are those that lead across at first, and the rest by what it rests on", () => {
    expect(groups(placed, false).map((g) => g.placed.map((p) => p.offer.id))).toEqual([
      ["auth", "back", "text"],
    ]);
    expect(groups(placed, true).map((g) => g.words)).toEqual(["", "What they know"]);
  });
  it("leave nothing out", () => {
    const all = groups(inOrder(reckoning, undefined), true).flatMap((g) => g.placed);
    expect(all.map((p) => p.offer.id).sort()).toEqual(["auth", "back", "fact", "text"]);
  });
});

describe("a way in words", () => {
  it("names each check and the time it takes", () => {
    expect(wayWords(reckoning, ["auth", "back"])).toBe("authenticator code and call back by Lantern");
    expect(seconds(reckoning, ["auth", "back"])).toBe(80);
    expect(seconds(reckoning, ["text", "back"])).toBe(25 + 40 + 20);
    expect(about(80)).toBe("about 80 s");
    expect(about(300)).toBe("about 5 min");
  });
});
