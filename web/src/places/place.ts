import type { ComponentType } from "react";

/** What somebody may do, by the id that the server gives. */
export type Right = string;

/** What stands in the address below a place, by the names that {@link Place.below} gives. */
export interface PageProps {
  params: Readonly<Record<string, string | undefined>>;
}

/**
 * A place of the interface: a folder below this one with a file `place.ts` or `place.tsx`, which is its registration.
 * Nothing else names it.
 */
export interface Place {
  /** First part of its address, such as `desk`. */
  id: string;
  /** Addresses below it, such as `:ticket`. */
  below?: string[];
  /** Who may open it; without it nobody is shown the way there. */
  right: Right;
  /** What it is called in the head of the page. */
  words: string;
  /** Where it stands among the others. */
  order: number;
  page: () => Promise<ComponentType<PageProps>>;
  /** What it shows in the head of every page, to whoever has the right. */
  head?: ComponentType;
}

export const may = (me: { rights: readonly string[] }, right: Right) => me.rights.includes(right);
