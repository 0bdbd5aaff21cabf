import type { RunShown } from "../../api/client";

/** How a run is, in words and a mark. */
export function stateOf(run: RunShown): { tone: string; words: string } {
  switch (run.state) {
    case "running":
      return { tone: "text-wait", words: run.waits ? `… waits ${run.waits}` : "… runs" };
    case "done":
      return { tone: "text-good", words: `✓ done: ${run.how}` };
    case "stopped":
      return { tone: "text-stop", words: `‖ stopped: ${run.how}` };
    case "taken-over":
      return { tone: "text-muted", words: `gone on with by hand, ${run.how}` };
  }
}

/** How long a step took, in seconds or minutes; nothing while it is under way. */
export function lasted(step: { beganAt: string; endedAt?: string | null }): string {
  if (!step.endedAt) return "";
  const seconds = Math.max(0, Math.round((Date.parse(step.endedAt) - Date.parse(step.beganAt)) / 1000));
  return seconds < 120 ? `${seconds} s` : `${Math.round(seconds / 60)} min`;
}
