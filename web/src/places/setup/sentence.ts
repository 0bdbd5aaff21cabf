import type { SystemSetUp } from "../../api/client";

type State = SystemSetUp["state"];
type Tone = "good" | "stop" | "lack" | "plain";

/** How it stands with a system, as a margin word. */
export function margin(system: SystemSetUp): { tone: Tone; words: string } {
  const loose = (system.unmatched ?? 0) + (system.contested ?? 0);
  const words: Record<State, [Tone, string]> = {
    good: ["good", "good"],
    "right-missing": ["stop", "a right is missing"],
    away: ["stop", "not usable"],
    "accounts-unmatched": ["lack", `${loose} unmatched`],
    "being-tested": ["plain", "being tested"],
    "not-tested": ["lack", "not tested yet"],
    "changed-since": ["lack", "changed since its test"],
    follows: ["good", "follows"],
    "not-connected": ["plain", "not connected"],
  };
  const [tone, said] = words[system.state];
  return { tone, words: said };
}

/** The states that can be asked for, in words. */
export const STATES: [State, string][] = [
  ["good", "good"],
  ["right-missing", "lacking a right"],
  ["away", "not usable"],
  ["accounts-unmatched", "partly unmatched"],
  ["not-tested", "not tested yet"],
  ["changed-since", "changed since their test"],
  ["follows", "following another"],
];

const NUMBERS = ["no", "one", "two", "three", "four", "five", "six"];
const inWords = (many: number) => NUMBERS[many] ?? many.toLocaleString("en-GB");
const many = (number: number, one: string, more: string) =>
  `${number.toLocaleString("en-GB")} ${number === 1 ? one : more}`;

/** What there is to say of a system after its name. */
export function sentence(system: SystemSetUp, nameOf: (id: string) => string | undefined): string {
  if (!system.kind)
    return system.follows
      ? `takes its passwords from ${nameOf(system.follows) ?? "a system that is not there"}.`
      : "is reached by no program.";
  const on = system.servers.length > 1 ? ` on ${inWords(system.servers.length)} servers` : "";
  const holds = `holds ${many(system.accounts, "account", "accounts")} of people who are known${on}.`;
  const stopped = system.test?.steps.find((step) => step.outcome === "failed");
  const loose = [
    system.unmatched ? `${many(system.unmatched, "belongs", "belong")} to nobody who is known` : "",
    system.contested ? `${many(system.contested, "is", "are")} claimed twice` : "",
  ].filter(Boolean);
  return [
    holds,
    system.hasCredential ? "" : "It has no credential.",
    stopped && system.state !== "being-tested" ? `Its test failed at “${stopped.title}”.` : "",
    loose.length ? `${loose.join(", ")}.` : "",
  ]
    .filter(Boolean)
    .join(" ");
}
