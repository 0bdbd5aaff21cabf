import type { Place } from "../place";

export const place: Place = {
  id: "rules",
  right: "read-record",
  words: "Rules",
  order: 5,
  page: async () => (await import("./rules")).RulesPage,
};
