import { describe, expect, it } from "vitest";
import type { Found } from "../../api/client";
import { isNarrow, query, question } from "./asked";

describe("what the sentence asks for", () => {
  it("leaves out what nobody named", () => {
    expect(question({})).toEqual({});
    expect(question({ analyst: "", kind: "", since: "", until: "", ticket: undefined })).toEqual({});
    expect(isNarrow(question({}))).toBe(false);
    expect(isNarrow(question({ kind: "call-rang" }))).toBe(true);
  });

  it("takes a day from its morning to the next one's, also when clocks change", () => {
    const { since, until } = question({ since: "2026-10-25", until: "2026-10-25" });
    expect(new Date(since ?? "")).toEqual(new Date(2026, 9, 25));
    expect(new Date(until ?? "")).toEqual(new Date(2026, 9, 26));
  });

  it("becomes the end of an address", () => {
    const ines = { id: "p1", name: "Ines Okafor" } as Found;
    expect(query(question({ person: ines, ticket: 1042 }))).toBe("&person=p1&ticket=1042");
    expect(query({ kind: "a&b" })).toBe("&kind=a%26b");
  });
});
