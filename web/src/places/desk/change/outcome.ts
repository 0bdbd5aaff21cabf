import type { Done, Page, System } from "../../../api/client";

/** A change's state in words: what is being waited for, or what came of it. */
export function outcome(done: Done): {
  tone: "good" | "stop" | "lack" | "plain";
  words: string;
  note?: string;
} {
  const note = done.reason ? { note: done.reason } : {};
  switch (done.state) {
    case "INTENDED":
      return { tone: "plain", words: "decided", ...note };
    case "ASKED":
      return { tone: "plain", words: "asked, waiting", ...note };
    case "UNKNOWN":
      return { tone: "lack", words: "no answer yet", ...note };
    case "TOOK_EFFECT":
      return { tone: "good", words: onServers(done) };
    case "REFUSED":
      return { tone: "stop", words: "refused", ...note };
    case "DID_NOT":
      return { tone: "stop", words: "did not happen", ...note };
    case "CLOSED":
      return { tone: "stop", words: "not done", ...note };
  }
}

function onServers(done: Done): string {
  const has = done.servers.filter((s) => s.state === "has it").length;
  const behind = done.servers.filter((s) => s.state === "behind").map((s) => s.server);
  const count = `on ${has} of ${done.servers.length} servers`;
  return behind.length > 0 ? `${count}, ${behind.join(", ")} behind` : count;
}

/** Whether a change of an account is under way. */
export const runs = (page: Page, system: System) =>
  page.changes.some((c) => c.system === system.id && ["INTENDED", "ASKED", "UNKNOWN"].includes(c.state));
