import type { Place } from "../place";
import { Find } from "./find/find";

export const place: Place = {
  id: "desk",
  below: [":ticket"],
  right: "work-at-desk",
  words: "Desk",
  order: 1,
  page: async () => (await import("./desk")).Desk,
  head: Find,
};
