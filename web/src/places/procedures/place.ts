import type { Place } from "../place";

export const place: Place = {
  id: "procedures",
  below: ["runs/:run"],
  right: "set-up",
  words: "Procedures",
  order: 1.5,
  page: async () => (await import("./procedures")).ProceduresPage,
};
