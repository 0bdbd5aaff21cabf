import type { ProcedureFinding } from "../../api/client";

export const LINE = 24;
const WORDS_A_ROW = 30;
const ROW = 18;

/** A finding with where its note stands in the margin: at its line, or below the note before it. */
export interface Note {
  finding: ProcedureFinding;
  top: number;
}

export function notes(findings: readonly ProcedureFinding[]): Note[] {
  let free = 0;
  return findings.map((finding) => {
    const top = Math.max(free, (finding.line - 1) * LINE);
    free = top + LINE + Math.ceil(finding.words.length / WORDS_A_ROW) * ROW + 6;
    return { finding, top };
  });
}

/** What is to be done, in a few words. */
export function toMend(findings: readonly ProcedureFinding[]): { good: boolean; words: string } {
  const errors = findings.filter((one) => one.level === "error").length;
  const warnings = findings.length - errors;
  if (errors > 0) return { good: false, words: `${errors} to mend` };
  return { good: true, words: warnings > 0 ? `nothing to mend, ${warnings} to look at` : "nothing to mend" };
}

/** Where a line begins in a text. */
export function startOf(text: string, line: number): number {
  let at = 0;
  for (let i = 1; i < line; i++) {
    const end = text.indexOf("\n", at);
    if (end < 0) return text.length;
    at = end + 1;
  }
  return at;
}

/** The finding after a line, the first one after the last. */
export function nextAfter(findings: readonly ProcedureFinding[], line: number): ProcedureFinding | undefined {
  return findings.find((one) => one.line > line) ?? findings[0];
}
