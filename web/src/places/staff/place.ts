import type { Place } from "../place";

export const place: Place = {
  id: "staff",
  right: "manage-staff",
  words: "Staff",
  order: 3,
  page: async () => (await import("./staff")).StaffPage,
};
