/** Days as a reader writes them. A day is text like 2026-11-01; it has no time and no zone. */

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

/** The reader's form of English; the interface speaks no other language. */
export const readersForm = (languages: readonly string[] = navigator.languages) =>
  languages.find((one) => /^en-/i.test(one)) ?? "en-GB";

const two = (number: number) => String(number).padStart(2, "0");

export const dayOf = (date: Date) =>
  `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;

/** The morning of a day on the reader's clock. */
export const morning = (day: string) => new Date(`${day}T00:00:00`);

/** "1 Nov 2026", or as the reader's form of English has it. */
export const shownDay = (day: string, form = readersForm()) =>
  morning(day).toLocaleDateString(form, { day: "numeric", month: "short", year: "numeric" });

/** Whether the reader's form writes the month before the day. */
function monthFirst(form: string): boolean {
  const parts = new Intl.DateTimeFormat(form, { day: "numeric", month: "numeric" }).formatToParts(
    new Date(2026, 10, 1),
  );
  return parts.find((part) => part.type !== "literal")?.type === "month";
}

function made(year: number, month: number, date: number): string | null {
  const day = new Date(year, month - 1, date);
  // 31 April would else be 1 May.
  return day.getFullYear() === year && day.getMonth() === month - 1 && day.getDate() === date
    ? dayOf(day)
    : null;
}

function back(today: Date, days: number): string {
  return dayOf(new Date(today.getFullYear(), today.getMonth(), today.getDate() - days));
}

/**
 * The day that somebody typed, or null where it is none. A date without a year is the latest such day.
 */
export function typedDay(text: string, today = new Date(), form = readersForm()): string | null {
  const words = text
    .toLowerCase()
    .replace(/(\d)(st|nd|rd|th)\b/g, "$1")
    .split(/[\s,./-]+/)
    .filter((word) => word !== "" && word !== "of");
  if (words.length === 1 && words[0] === "today") return back(today, 0);
  if (words.length === 1 && words[0] === "yesterday") return back(today, 1);
  const named = words.findIndex((word) => /^[a-z]{3,9}$/.test(word));
  const month = named < 0 ? 0 : MONTHS.indexOf((words[named] ?? "").slice(0, 3)) + 1;
  const numbers = words.filter((_, i) => i !== named).map((word) => (/^\d{1,4}$/.test(word) ? +word : -1));
  if (numbers.some((number) => number < 0)) return null;
  const [one = 0, other = 0, third] = numbers;
  if (named >= 0) {
    if (month === 0 || numbers.length < 1 || numbers.length > 2) return null;
    return one > 31 ? made(one, month, other) : dated(numbers[1], month, one, today);
  }
  if (one > 31) return numbers.length === 3 ? made(one, other, third ?? 0) : null;
  if (numbers.length < 2 || numbers.length > 3) return null;
  return monthFirst(form) ? dated(third, one, other, today) : dated(third, other, one, today);
}

function dated(year: number | undefined, month: number, date: number, today: Date): string | null {
  if (year !== undefined) return made(year < 100 ? 2000 + year : year, month, date);
  const thisYear = made(today.getFullYear(), month, date);
  return thisYear && thisYear <= dayOf(today) ? thisYear : made(today.getFullYear() - 1, month, date);
}
