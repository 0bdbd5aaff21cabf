import type { Place } from "../place";

/** A place that is made up for a test: this folder is all of it. */
export const place: Place = {
  id: "tides",
  right: "work-at-desk",
  words: "Tides",
  order: 9,
  page: async () => (await import("./tides")).TidesPage,
};
