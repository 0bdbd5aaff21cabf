import type { Place } from "./place";

/** Every place, in the order of the head. */
export const PLACES: readonly Place[] = Object.values(
  import.meta.glob<{ place: Place }>("./*/place.{ts,tsx}", { eager: true }),
)
  .map((module) => module.place)
  .sort((a, b) => a.order - b.order);
