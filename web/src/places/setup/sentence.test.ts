import { describe, expect, it } from "vitest";
import type { SystemSetUp } from "../../api/client";
import { margin, sentence } from "./sentence";

const cloud: SystemSetUp = {
  id: "cloud",
  version: 3,
  kind: "scim",
  name: "Cloud",
  whoHelps: "the office",
  position: 2,
  settings: {},
  passwordRules: {},
  hasCredential: true,
  state: "accounts-unmatched",
  servers: ["service"],
  accounts: 1611,
  unmatched: 1,
  contested: 2,
};
const named = (id: string) => (id === "directory" ? "the directory" : undefined);

describe("systems as sentences", () => {
  it("says how many accounts there are, and which belong to nobody", () => {
    expect(sentence(cloud, named)).toBe(
      "holds 1,611 accounts of people who are known. 1 belongs to nobody who is known, 2 are claimed twice.",
    );
    expect(margin(cloud)).toEqual({ tone: "lack", words: "3 unmatched" });
  });

  it("says what a system follows", () => {
    const { kind, ...rest } = cloud;
    expect(kind).toBe("scim");
    expect(sentence({ ...rest, follows: "directory", state: "follows" }, named)).toBe(
      "takes its passwords from the directory.",
    );
  });

  it("says at which step its test failed, and that a credential is missing", () => {
    const failed: SystemSetUp = {
      ...cloud,
      unmatched: 0,
      contested: 0,
      hasCredential: false,
      servers: ["one", "two"],
      state: "right-missing",
      test: {
        askedAt: "2026-11-01T00:00:00Z",
        endedAt: "2026-11-01T00:00:01Z",
        steps: [{ title: "May lift a lock", needed: false, outcome: "failed" }],
      },
    };
    expect(sentence(failed, named)).toBe(
      "holds 1,611 accounts of people who are known on two servers. It has no credential. Its test failed at “May lift a lock”.",
    );
    expect(margin(failed).tone).toBe("stop");
  });
});
