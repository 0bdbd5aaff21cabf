import { expect, test } from "vitest";
import type { RunShown } from "../../api/client";
import { lasted, stateOf } from "./runs";

const run = (over: Partial<RunShown>): RunShown => ({
  id: "1",
  title: "T",
  version: 1,
  cause: "by hand",
  state: "running",
  startedAt: "2026-01-01T10:00:00Z",
  ...over,
});

test("how a run is, is said in words", () => {
  expect(stateOf(run({ waits: "for proof: 18 short" })).words).toBe("… waits for proof: 18 short");
  expect(stateOf(run({})).words).toBe("… runs");
  expect(stateOf(run({ state: "stopped", how: "passed to the leads" })).words).toBe(
    "‖ stopped: passed to the leads",
  );
  expect(stateOf(run({ state: "done", how: "all is well" })).words).toBe("✓ done: all is well");
});

test("how long a step took", () => {
  const beganAt = "2026-01-01T10:00:00Z";
  expect(lasted({ beganAt })).toBe("");
  expect(lasted({ beganAt, endedAt: "2026-01-01T10:00:07Z" })).toBe("7 s");
  expect(lasted({ beganAt, endedAt: "2026-01-01T10:04:00Z" })).toBe("4 min");
});
