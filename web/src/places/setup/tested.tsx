import { useState } from "react";
import type { SystemSetUp, TestedStep } from "../../api/client";
import { Button } from "../../ui/parts";
import { exact } from "../../ui/time";

interface Props {
  system: SystemSetUp;
  kind: string | undefined;
  test: () => void;
  change: () => void;
}

/** A system and the last test of its connection, step by step. */
export function Tested({ system, kind, test, change }: Props) {
  const running = system.state === "being-tested";
  return (
    <>
      <div className="mb-1 flex flex-wrap items-baseline gap-3">
        <h2 className="font-semibold font-serif text-xl">{system.name}</h2>
        <span className="ml-auto text-muted text-xs" role="status">
          {system.test && said(system.test)}
        </span>
      </div>
      <p className="mb-3 text-muted">
        {kind ? `It is ${kind}. ` : ""}Who helps: {system.whoHelps}.
        {system.kind && (system.hasCredential ? " A credential is kept." : " No credential is kept.")}
      </p>
      {system.trouble && <p className="mb-3 text-wait">{system.trouble}.</p>}
      <div className="mb-3 flex gap-2">
        {system.kind && (
          <Button hotkey="T" disabled={running} onClick={test}>
            {running ? "Testing it" : system.test ? "Test it again" : "Test it"}
          </Button>
        )}
        <Button quiet hotkey="C" onClick={change}>
          Change it
        </Button>
      </div>
      {system.kind && !system.test && (
        <p className="text-muted">
          It was not tested yet. The test says step by step whether it can be reached, whether it is the
          server that is meant, and which rights are there, missing, or too many.
        </p>
      )}
      {system.test && (
        <ol aria-label="Steps of the test">
          {system.test.steps.map((step, i) => (
            <Step key={step.title} step={step} number={i + 1} />
          ))}
        </ol>
      )}
      <Certificate steps={system.test?.steps ?? []} />
    </>
  );
}

const said = (test: NonNullable<SystemSetUp["test"]>) =>
  `${test.endedAt ? "tested at" : "being tested since"} ${exact(test.askedAt)} ${
    test.askedBy ? `for ${test.askedBy}` : "by itself"
  }`;

const MARKS: Record<TestedStep["outcome"], [string, string, string]> = {
  good: ["✓", "text-good", "good"],
  note: ["‖", "text-wait", "look at this"],
  failed: ["✕", "text-stop", "failed"],
  "not-tried": ["·", "text-muted", "not tried"],
  running: ["…", "text-wait", "being tried"],
  awaited: ["·", "text-muted", "to come"],
};

function Step({ step, number }: { step: TestedStep; number: number }) {
  const [mark, tone, words] = MARKS[step.outcome];
  const idle = step.outcome === "not-tried" || step.outcome === "awaited";
  return (
    <li className="border-hair border-b last:border-b-0">
      <div className="grid grid-cols-[1.5rem_1rem_minmax(0,12rem)_minmax(0,1fr)_auto] items-baseline gap-2 py-1.5">
        <span className="num text-muted text-xs">{number}</span>
        <span className={tone}>
          <span aria-hidden>{mark}</span>
          <span className="sr-only">{words}</span>
        </span>
        <span
          className={idle ? "text-muted" : `font-semibold ${step.outcome === "failed" ? "text-stop" : ""}`}
        >
          {step.title}
        </span>
        <span className={`break-words ${idle ? "text-muted" : ""}`}>{step.says}</span>
        <span className="num text-muted text-xs">
          {step.millis === undefined ? "" : `${step.millis.toLocaleString("en-GB")} ms`}
        </span>
      </div>
      {step.remedy && <Remedy words={step.remedy} grave={step.outcome === "failed"} shown={step.shown} />}
    </li>
  );
}

/** What to do about it: a sentence, and below it what to hand on to whoever can. */
function Remedy({ words, grave, shown }: { words: string; grave: boolean; shown?: string | undefined }) {
  const [first, ...lines] = words.split("\n");
  const last = lines.length && /^[A-Z].*\.$/.test(lines.at(-1) ?? "") ? lines.pop() : undefined;
  return (
    <div className={`mb-2 ml-8 border-l-2 pl-3 ${grave ? "border-stop" : "border-wait"}`}>
      <p>{first}</p>
      {lines.length > 0 && (
        <pre className="num my-1.5 whitespace-pre-wrap break-words rounded border border-rule bg-sheet px-2.5 py-1.5 text-xs">
          {lines.join("\n")}
        </pre>
      )}
      {last && <p>{last}</p>}
      <span className="mt-1.5 flex gap-2">
        {lines.length > 0 && <Copy what={lines.join("\n")}>Copy these lines</Copy>}
        {grave && shown && <Copy what={shown}>Copy the certificate</Copy>}
      </span>
    </div>
  );
}

function Copy({ what, children }: { what: string; children: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <Button quiet onClick={() => void navigator.clipboard.writeText(what).then(() => setCopied(true))}>
      {copied ? "Copied" : children}
    </Button>
  );
}

/** The fingerprint, so that it can be compared by two people. */
function Certificate({ steps }: { steps: readonly TestedStep[] }) {
  const step = steps.find((one) => one.fingerprint && one.outcome !== "failed");
  if (!step?.fingerprint) return null;
  const groups = step.fingerprint.split(" ");
  return (
    <section aria-label="Its certificate" className="mt-4">
      <h3 className="mb-1 font-semibold font-serif">The certificate that it shows</h3>
      <p className="num">
        {groups.slice(0, 8).join(" ")}
        <br />
        {groups.slice(8).join(" ")}
      </p>
      <p className="text-muted text-xs">SHA-256, as its owner can read it out.</p>
    </section>
  );
}
