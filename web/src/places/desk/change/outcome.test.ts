import { describe, expect, it } from "vitest";
import type { Done } from "../../../api/client";
import { outcome } from "./outcome";

const done = (state: Done["state"], servers: string[] = [], reason?: string): Done =>
  ({
    id: "c",
    system: "directory",
    action: "unlock",
    label: "Unlock",
    state,
    at: "2026-11-23T10:00:00Z",
    servers: servers.map((s, i) => ({ server: `server ${i + 1}`, state: s })),
    ...(reason ? { reason } : {}),
  }) as Done;

describe("a change in words", () => {
  it("says on how many servers it is", () => {
    expect(outcome(done("TOOK_EFFECT", ["has it", "waiting"])).words).toBe("on 1 of 2 servers");
  });
  it("names a server that is behind", () => {
    expect(outcome(done("TOOK_EFFECT", ["has it", "behind"])).words).toBe(
      "on 1 of 2 servers, server 2 behind",
    );
  });
  it("never calls an unanswered request failed", () => {
    const unknown = outcome(done("UNKNOWN", [], "it is being read back"));
    expect(unknown).toEqual({ tone: "lack", words: "no answer yet", note: "it is being read back" });
  });
  it("gives the reason of a refusal", () => {
    expect(outcome(done("REFUSED", [], "too young"))).toMatchObject({ tone: "stop", note: "too young" });
  });
});
