import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";
import { ask, byItself, client, Problem, type RunShown } from "../../api/client";
import { Button } from "../../ui/parts";
import { clock, exact } from "../../ui/time";
import { lasted, stateOf } from "./runs";

const SOON_MS = 3_000;

/** A run, step by step: when, how long, what came of it, and what it waits for. */
export function RunPage({ id }: { id: string }) {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const page = useQuery({
    queryKey: ["run", id],
    queryFn: () => ask(client.GET("/api/runs/{run}", { params: { path: { run: id } }, ...byItself })),
    refetchInterval: (now) => (now.state.data?.run.state === "running" ? SOON_MS : false),
  });
  if (page.isPending) return <p className="p-6 text-muted">Opening the run.</p>;
  if (!page.data)
    return (
      <p role="alert" className="p-6">
        {page.error?.message}
      </p>
    );
  const { run, steps, ticket, ticketNumber } = page.data;
  const takeOver = async () => {
    setTrouble("");
    try {
      await ask(client.POST("/api/runs/{run}/take-over", { params: { path: { run: id } } }));
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
    }
    await queries.invalidateQueries({ queryKey: ["run", id] });
  };
  return (
    <main className="min-h-0 overflow-y-auto border-margin border-l-2 bg-sheet px-6 py-5">
      <header className="mb-4 flex flex-wrap items-end gap-x-4 gap-y-2">
        <div>
          <h1 className="font-semibold font-serif text-xl">{run.title}</h1>
          <p className="text-muted text-xs">
            version <span className="num">{run.version}</span> · on{" "}
            <Link href={`/desk/${ticket}`} className="num text-seal underline">
              {ticketNumber}
            </Link>{" "}
            · started {clock(run.startedAt)}, {run.cause}
          </p>
        </div>
        <State run={run} />
        {run.state === "running" && (
          <span className="ml-auto">
            <Button quiet onClick={() => void takeOver()}>
              Go on by hand
            </Button>
          </span>
        )}
      </header>
      {trouble && (
        <p role="alert" className="mb-3 font-semibold text-stop">
          {trouble}
        </p>
      )}
      <ol className="max-w-4xl border-rule border-t" aria-label="Steps">
        {steps.map((step) => (
          <li
            key={step.number}
            className={`grid grid-cols-[2rem_4.5rem_4rem_minmax(0,1fr)] items-baseline gap-3 border-hair border-b py-2 ${step.endedAt ? "" : "bg-lit"}`}
          >
            <span className="num text-muted text-xs">{step.number}</span>
            <span className="num text-muted text-xs">{exact(step.beganAt)}</span>
            <span className="num text-right text-muted text-xs">{lasted(step)}</span>
            <div>
              <p className="num text-[13px]">{step.act}</p>
              <p className={`text-[13px] ${step.endedAt ? "text-muted" : "font-semibold text-wait"}`}>
                {step.came ?? (run.waits ? `waits ${run.waits}` : "under way")}
              </p>
            </div>
          </li>
        ))}
      </ol>
      <p className="mt-3 text-muted text-xs">
        Each step is on the record of {ticketNumber} as well. No secret is ever in it.
      </p>
    </main>
  );
}

function State({ run }: { run: RunShown }) {
  const { tone, words } = stateOf(run);
  return (
    <p role="status" className={`font-semibold text-sm ${tone}`}>
      {words}
    </p>
  );
}
