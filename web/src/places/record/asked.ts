import type { Found } from "../../api/client";
import { morning } from "../../ui/days";

/** What the sentence asks for; what is left out asks for all. */
export interface Wanted {
  person?: Found | undefined;
  analyst?: string | undefined;
  kind?: string | undefined;
  /** A day, such as 2026-11-01. */
  since?: string | undefined;
  /** A day, which is still asked for. */
  until?: string | undefined;
  ticket?: number | undefined;
}

/** The question as the API takes it. */
export interface Question {
  person?: string;
  analyst?: string;
  kind?: string;
  since?: string;
  until?: string;
  ticket?: number;
}

/** The end of a day is the beginning of the next, however long a day is. */
const nextMorning = (date: string) => {
  const day = morning(date);
  day.setDate(day.getDate() + 1);
  return day;
};

/** Days become moments of the reader's own clock. */
export function question(wanted: Wanted): Question {
  return {
    ...(wanted.person ? { person: wanted.person.id } : {}),
    ...(wanted.analyst ? { analyst: wanted.analyst } : {}),
    ...(wanted.kind ? { kind: wanted.kind } : {}),
    ...(wanted.since ? { since: morning(wanted.since).toISOString() } : {}),
    ...(wanted.until ? { until: nextMorning(wanted.until).toISOString() } : {}),
    ...(wanted.ticket ? { ticket: wanted.ticket } : {}),
  };
}

/** Whether the sentence asks for less than all. */
export const isNarrow = (asked: Question) => Object.keys(asked).length > 0;

/** The question as the end of an address. */
export const query = (asked: Question) =>
  Object.entries(asked)
    .map(([name, value]) => `&${name}=${encodeURIComponent(value)}`)
    .join("");
