import type { Page, System } from "../../../api/client";

/** So many accounts stand open beside each other; of more, what is not wrong is folded. */
const FEW = 2;

export interface Grouped {
  /** What shows that something is wrong, and what was changed on this page; in the order of the desk. */
  first: System[];
  rest: System[];
}

/** Accounts of which nothing is seen to be wrong keep out of the way, unless there are few. */
export function grouped(systems: readonly System[], changes: readonly Page["changes"][number][]): Grouped {
  if (systems.length <= FEW) return { first: [...systems], rest: [] };
  const touched = new Set(changes.map((one) => one.system));
  const matters = (one: System) => one.state !== "open" || touched.has(one.id);
  return { first: systems.filter(matters), rest: systems.filter((one) => !matters(one)) };
}

/** Names in a sentence, those beyond the first counted: "a, b, c and 9 more". */
export function listed(names: readonly string[], most = 6): string {
  if (names.length <= most) {
    return names.length < 2 ? (names[0] ?? "") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;
  }
  return `${names.slice(0, most).join(", ")} and ${names.length - most} more`;
}
