import { describe, expect, it } from "vitest";
import { addRule, type Book, draftOf, fileOf, or, removeRule, setMethod, setRule, toggled } from "./draft";

const BOOK: Book = {
  checks: { badge: { factor: "shown", points: 30, failed: -25, work: 60, wait: 300 } },
  caps: { knows: 3, relayed: 30, recentPath: 3, counting: 10 },
  recentPathDays: 14,
  validMinutes: 30,
  signals: { gone: "stop", pressed: -10 },
  rules: [
    { action: "unlock", system: "*", group: "*", points: 20 },
    { action: "unlock", system: "*", group: "privileged", points: 40, instead: true },
  ],
};

describe("a rulebook that is changed", () => {
  it("is the same file as long as nothing is", () => {
    expect(JSON.parse(fileOf(draftOf(BOOK, BOOK)))).toEqual(BOOK);
  });

  it("remembers beside each rule what stood there, whatever comes between", () => {
    const draft = setRule(addRule(removeRule(draftOf(BOOK, BOOK), 0)), 1, { points: 55 });
    expect(draft.rules).toHaveLength(2);
    expect(draft.rules[0]).toMatchObject({ was: { points: 40 }, now: { points: 55, instead: true } });
    expect(draft.rules[1]?.was).toBeUndefined();
    expect(new Set(draft.rules.map((rule) => rule.key)).size).toBe(2);
  });

  it("changes one method and no other thing", () => {
    const changed = JSON.parse(fileOf(setMethod(draftOf(BOOK, BOOK), "badge", { points: 28 })));
    expect(changed).toEqual({ ...BOOK, checks: { badge: { ...BOOK.checks.badge, points: 28 } } });
  });

  it("finds the rules in force that another file's stand for", () => {
    const other = { ...BOOK, rules: [{ action: "unlock", system: "*", group: "privileged", points: 50 }] };
    expect(draftOf(other, BOOK).rules[0]?.was?.points).toBe(40);
  });

  it("says lists as one says them", () => {
    expect(or(["a"])).toBe("a");
    expect(or(["a", "b", "c"])).toBe("a, b or c");
    expect(toggled(["a", "b"], "a")).toEqual(["b"]);
    expect(toggled(["b"], "a")).toEqual(["b", "a"]);
  });
});
