import type { StageAverage } from "../../api/client";

/** A duration as it is compared: minutes and seconds, hours where there are some. */
export function clocked(seconds: number): string {
  const two = (n: number) => String(n).padStart(2, "0");
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor((seconds % 3600) / 60);
  return hours > 0 ? `${hours}:${two(minutes)}:${two(seconds % 60)}` : `${minutes}:${two(seconds % 60)}`;
}

/** A duration as it is said. */
export function said(seconds: number): string {
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor((seconds % 3600) / 60);
  const rest = seconds % 60;
  return [
    hours ? `${hours} h` : "",
    minutes ? `${minutes} min` : "",
    rest || seconds === 0 ? `${rest} s` : "",
  ]
    .filter(Boolean)
    .slice(0, 2)
    .join(" ");
}

export const STAGES: Record<StageAverage["stage"], string> = {
  who: "who",
  proof: "proof",
  change: "change",
  handover: "handover",
  "until-in": "until in",
};

/** Marks of a scale from nothing to at least so many seconds: few, and round. */
export function scale(most: number): number[] {
  const steps = [10, 30, 60, 120, 300, 600, 1200, 1800, 3600, 7200, 14_400, 43_200, 86_400];
  const step = steps.find((one) => most / one <= 5) ?? Math.ceil(most / 5);
  return Array.from({ length: Math.max(1, Math.ceil(most / step)) + 1 }, (_, i) => i * step);
}
