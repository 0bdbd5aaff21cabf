import type { Judgement, Page } from "../../api/client";

/** The columns, in the order of the job. */
export const COLUMNS = ["who", "proof", "change", "handover"] as const;
export type Column = (typeof COLUMNS)[number];

/** What Proof reckons about: an action, and on which system; without a system on the first that has it. */
export interface Subject {
  action: string;
  system?: string;
}

export function chosen(page: Page, { action, system }: Subject): Judgement | undefined {
  const ofAction = page.proof.judgements.filter((j) => j.action === action);
  return ofAction.find((j) => j.system === system) ?? ofAction[0] ?? page.proof.judgements[0];
}

const HANDED_OVER = new Set(["said-back", "left", "arrived", "unclear", "replaced", "withdrawn", "expired"]);

/** The column that needs the analyst now. */
export function needs(page: Page, subject: Subject): Column {
  if (!page.who) return "who";
  const handover = page.handover?.state;
  if (handover && !HANDED_OVER.has(handover.state)) return "handover";
  if (handover && !handover.inAt) return "handover";
  if (page.proof.open) return "proof";
  if (handover?.inAt) return "handover";
  return chosen(page, subject)?.verdict === "open" ? "change" : "proof";
}

/** The neighbour of a column; the ends stay where they are. */
export function beside(column: Column, step: 1 | -1): Column {
  return COLUMNS[COLUMNS.indexOf(column) + step] ?? column;
}
