import { expect, it } from "vitest";
import { lacks, remembered, together } from "./rules";

const long = (kept: boolean) => ({ rule: "length", words: "12 characters or more", kept });
const plain = { rule: "plain", words: "no umlauts", kept: true };

it("says what several systems ask once, and as kept only when all keep it", () => {
  const tried = [
    { system: "A", rules: [long(true), plain], remembers: 0 },
    { system: "B", rules: [long(false)], remembers: 5 },
  ];
  expect(together(tried)).toEqual([
    { words: "12 characters or more", kept: false },
    { words: "no umlauts", kept: true },
  ]);
  expect(remembered(tried)).toBe(5);
  expect(lacks(together(tried))).toBe("one rule is not kept");
});
