import { describe, expect, it } from "vitest";
import { readersForm, shownDay, typedDay } from "./days";

const TODAY = new Date(2026, 10, 28);
const typed = (text: string, form = "en-GB") => typedDay(text, TODAY, form);

describe("days", () => {
  it("are understood as people write them", () => {
    for (const text of ["1 Nov 2026", "1st of November 2026", "nov 1, 2026", "2026-11-01", "1.11.2026"]) {
      expect(typed(text), text).toBe("2026-11-01");
    }
    expect(typed("1/11/26")).toBe("2026-11-01");
    expect(typed("today")).toBe("2026-11-28");
    expect(typed("Yesterday")).toBe("2026-11-27");
  });

  it("follow the reader's order of day and month", () => {
    expect(typed("11/1/2026", "en-US")).toBe("2026-11-01");
    expect(typed("11/1/2026", "en-GB")).toBe("2026-01-11");
    expect(shownDay("2026-11-01", "en-US")).toBe("Nov 1, 2026");
    expect(shownDay("2026-11-01", "en-GB")).toBe("1 Nov 2026");
    expect(readersForm(["nb", "en-AU"])).toBe("en-AU");
    expect(readersForm(["nb"])).toBe("en-GB");
  });

  it("without a year are the latest that was", () => {
    expect(typed("27 nov")).toBe("2026-11-27");
    expect(typed("29 nov")).toBe("2025-11-29");
    expect(typed("3.2")).toBe("2026-02-03");
  });

  it("that are none are none", () => {
    for (const text of [
      "",
      "soon",
      "31 april 2026",
      "29 Feb 2026",
      "0.1.2026",
      "1",
      "13/13/2026",
      "1 2 3 4",
    ]) {
      expect(typed(text), text).toBeNull();
    }
  });
});
