import { describe, expect, it } from "vitest";
import type { Judgement, Reckoning } from "../../../api/client";
import { about, inOrder, seconds, wayWords } from "./ways";

const offer = (id: string, label: string, took: number) => ({
  id,
  method: id,
  label,
  points: 20,
  seconds: took,
});
const reckoning: Reckoning = {
  standing: 0,
  stopped: false,
  explanations: [],
  offers: [
    offer("fact", "Staff fact", 15),
    offer("text", "Code to work mobile", 40),
    offer("auth", "Authenticator code", 20),
    offer("back", "Call back", 60),
  ],
  judgements: [],
  deniable: [],
};
const judgement: Judgement = {
  action: "temporary-password",
  system: "directory",
  verdict: "short",
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

describe("a way in words", () => {
  it("names each check and the time it takes", () => {
    expect(wayWords(reckoning, ["auth", "back"])).toBe("authenticator code and call back");
    expect(seconds(reckoning, ["auth", "back"])).toBe(80);
    expect(about(80)).toBe("about 80 s");
    expect(about(300)).toBe("about 5 min");
  });
});
