import type { Place } from "../place";

export const place: Place = {
  id: "setup",
  right: "set-up",
  words: "Setup",
  order: 5,
  page: async () => (await import("./setup")).SetupPage,
};
