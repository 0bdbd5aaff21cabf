import { useEffect, useState } from "react";
import { dayOf, readersForm, shownDay } from "./days";

/** The present moment in milliseconds, anew every second. */
export function useNow(): number {
  const [now, setNow] = useState(Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** Minutes and seconds, as on a telephone; in words once nobody counts seconds any more. */
export function since(at: string, now: number): string {
  const seconds = Math.max(0, Math.floor((now - Date.parse(at)) / 1000));
  if (seconds >= 3600) return inWords(at, now);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}

/** A duration in words. */
export function inWords(at: string, now: number): string {
  const seconds = Math.max(0, Math.floor((now - Date.parse(at)) / 1000));
  if (seconds < 60) return `${seconds} s`;
  const minutes = Math.floor(seconds / 60);
  if (minutes < 60) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  return hours < 48 ? `${hours} h` : `${Math.floor(hours / 24)} days`;
}

/** Time of day, with the date where it is not today's. */
export function clock(at: string): string {
  const date = new Date(at);
  const time = date.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
  if (date.toDateString() === new Date().toDateString()) return time;
  return `${date.toLocaleDateString(readersForm(), { day: "numeric", month: "short" })} ${time}`;
}

/** Time of day with seconds, as only the record shows it. */
export function exact(at: string): string {
  return new Date(at).toLocaleTimeString("en-GB");
}

export function day(at: string): string {
  return shownDay(dayOf(new Date(at)));
}
