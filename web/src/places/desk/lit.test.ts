import { describe, expect, it } from "vitest";
import type { Page } from "../../api/client";
import { beside, chosen, needs } from "./lit";

const judgement = (action: string, verdict: string) => ({
  action,
  system: "directory",
  verdict,
  asks: 40,
  points: 0,
  also: [],
  styles: [],
});

const page = (over: Partial<Page>): Page =>
  ({
    proof: {
      standing: 0,
      stopped: false,
      explanations: [],
      offers: [],
      judgements: [judgement("unlock", "open"), judgement("temporary-password", "short")],
    },
    changes: [],
    suggested: [],
    tape: [],
    ...over,
  }) as unknown as Page;

const who = { name: "Ines Okafor" } as Page["who"] & object;
const handover = (state: string, inAt?: string) =>
  ({ state: { state, ...(inAt ? { inAt } : {}) }, contacts: [], told: [] }) as unknown as Page["handover"] &
    object;

describe("the column that needs the analyst", () => {
  it("is Who until somebody is named", () => {
    expect(needs(page({}), { action: "temporary-password" })).toBe("who");
  });
  it("is Proof while the chosen action is short, although another is open", () => {
    expect(needs(page({ who }), { action: "temporary-password" })).toBe("proof");
    expect(needs(page({ who }), { action: "unlock" })).toBe("change");
  });
  it("is Proof while a check is under way", () => {
    const proof = { ...page({}).proof, open: { id: "c" } } as Page["proof"];
    expect(needs(page({ who, proof }), { action: "unlock" })).toBe("proof");
  });
  it("is Handover from the new password until the person is in, and stays there", () => {
    expect(needs(page({ who, handover: handover("waiting") }), { action: "unlock" })).toBe("handover");
    expect(needs(page({ who, handover: handover("said-back") }), { action: "unlock" })).toBe("handover");
    expect(
      needs(page({ who, handover: handover("said-back", "2026-11-23T10:00:00Z") }), { action: "unlock" }),
    ).toBe("handover");
  });
});

describe("the chosen action", () => {
  it("falls back to one that is judged", () => {
    expect(chosen(page({}), { action: "tea" })?.action).toBe("unlock");
  });
});

describe("columns beside each other", () => {
  it("end where the page ends", () => {
    expect(beside("who", -1)).toBe("who");
    expect(beside("who", 1)).toBe("proof");
    expect(beside("handover", 1)).toBe("handover");
  });
});
