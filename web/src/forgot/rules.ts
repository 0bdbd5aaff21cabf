import type { OwnPasswordTried } from "../api/client";

export interface RuleShown {
  words: string;
  kept: boolean;
}

/** One list for all systems: what several ask stands there once, and is kept when all say so. */
export function together(tried: OwnPasswordTried[]): RuleShown[] {
  const rules = new Map<string, boolean>();
  for (const one of tried)
    for (const rule of one.rules) rules.set(rule.words, (rules.get(rule.words) ?? true) && rule.kept);
  return [...rules].map(([words, kept]) => ({ words, kept }));
}

/** How many former passwords are refused by a system that looks itself; the most of them. */
export const remembered = (tried: OwnPasswordTried[]) => Math.max(0, ...tried.map((one) => one.remembers));

/** What the closed button says. */
export function lacks(rules: RuleShown[]): string {
  const broken = rules.filter((rule) => !rule.kept).length;
  return broken === 1 ? "one rule is not kept" : `${broken} rules are not kept`;
}
