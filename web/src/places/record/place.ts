import type { Place } from "../place";

export const place: Place = {
  id: "record",
  right: "read-record",
  words: "Record",
  order: 2,
  page: async () => (await import("./record")).RecordPage,
};
