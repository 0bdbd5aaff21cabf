import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "wouter";
import { ask, byItself, client, type Page } from "../../../api/client";
import { Button } from "../../../ui/parts";
import { stateOf } from "../../procedures/runs";
import { startRun } from "../acts";
import { useNotices } from "../notices";

/** What Earnest carries out on the ticket by itself, and what it could. */
export function RunsOnTicket({ page }: { page: Page }) {
  const notices = useNotices();
  const queries = useQueryClient();
  const id = page.ticket.id;
  const runs = useQuery({
    queryKey: ["runs", id],
    queryFn: () =>
      ask(client.GET("/api/tickets/{ticket}/runs", { params: { path: { ticket: id } }, ...byItself })),
  });
  const inUse = useQuery({
    queryKey: ["procedures-in-use"],
    queryFn: () => ask(client.GET("/api/procedures-in-use", byItself)),
    enabled: page.ticket.mine,
  });
  const running = new Set(runs.data?.filter((run) => run.state === "running").map((run) => run.title));
  const byHand = inUse.data?.filter((one) => one.starts.includes("by hand") && !running.has(one.title)) ?? [];
  const start = async (procedure: string) => {
    if (await notices.during(() => startRun(id, procedure)))
      await queries.invalidateQueries({ queryKey: ["runs", id] });
  };
  if (!runs.data?.length && (!page.ticket.mine || byHand.length === 0)) return null;
  return (
    <section aria-label="Procedures" className="mt-4 border-hair border-t pt-3">
      <h3 className="mb-1.5 font-semibold text-muted text-xs">Procedures</h3>
      {runs.data?.map((run) => {
        const { tone, words } = stateOf(run);
        return (
          <p key={run.id} className="mb-2 text-[13px]">
            <Link href={`/procedures/runs/${run.id}`} className="text-seal underline underline-offset-2">
              {run.title}
            </Link>
            <span className={`block ${tone}`}>{words}</span>
          </p>
        );
      })}
      {page.ticket.mine &&
        byHand.map((one) => (
          <Button key={one.name} quiet className="mb-1" onClick={() => void start(one.name)}>
            Run: {one.title}
          </Button>
        ))}
    </section>
  );
}
