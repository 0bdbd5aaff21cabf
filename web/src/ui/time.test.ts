import { describe, expect, it } from "vitest";
import { since } from "./time";

describe("how long something has been so", () => {
  const now = Date.parse("2026-11-29T12:00:00Z");
  it("is counted as on a telephone for an hour, and then in words", () => {
    expect(since("2026-11-29T11:59:55Z", now)).toBe("0:05");
    expect(since("2026-11-29T11:00:01Z", now)).toBe("59:59");
    expect(since("2026-11-29T05:10:20Z", now)).toBe("6 h");
    expect(since("2026-11-26T12:00:00Z", now)).toBe("3 days");
  });
});
