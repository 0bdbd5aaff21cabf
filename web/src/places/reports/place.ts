import type { Place } from "../place";

export const place: Place = {
  id: "reports",
  right: "read-record",
  words: "Reports",
  order: 4,
  page: async () => (await import("./reports")).ReportsPage,
};
