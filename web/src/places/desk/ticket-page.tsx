import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ask, byItself, client, type Page } from "../../api/client";
import { useKeys } from "../../keys/use-keys";
import { showing } from "../../live/live";
import { Notice } from "../../ui/parts";
import { take } from "./acts";
import { ChangeColumn } from "./change/change-column";
import { HandoverColumn } from "./handover/handover-column";
import { beside, type Column, chosen, needs, type Subject } from "./lit";
import { useNotice, useNotices } from "./notices";
import { pageQuery } from "./page-query";
import { Closed, ReadOnly } from "./page-states";
import { Pressed } from "./pressed";
import { ProofColumn } from "./proof/proof-column";
import { Tape } from "./tape";
import { WhoColumn } from "./who/who-column";

/** One ticket as an open page. */
export function TicketPage({ id }: { id: string }) {
  useEffect(() => showing(id), [id]);
  const page = useQuery({
    ...pageQuery(id),
    refetchInterval: 20_000,
  });
  if (page.isPending)
    return <p className="border-margin border-l-2 bg-sheet p-6 text-muted">Opening the page.</p>;
  if (!page.data) {
    return (
      <p role="alert" className="border-margin border-l-2 bg-sheet p-6">
        {page.error?.message}
      </p>
    );
  }
  return <Opened page={page.data} stale={page.isError} />;
}

function Opened({ page, stale }: { page: Page; stale: boolean }) {
  const notices = useNotices();
  const notice = useNotice();
  const id = page.ticket.id;
  const [subject, setSubject] = useState<Subject>({ action: "temporary-password" });
  const needed = needs(page, subject);
  const [lit, setLit] = useState<Column>(needed);
  // The column that needs the analyst lights up by itself; a step aside lasts until that changes.
  useEffect(() => setLit(needed), [needed]);
  const accounts = useQuery({
    queryKey: ["accounts", id],
    queryFn: () =>
      ask(client.GET("/api/tickets/{ticket}/accounts", { params: { path: { ticket: id } }, ...byItself })),
    enabled: Boolean(page.who),
    refetchInterval: 15_000,
  });
  const takeIt = () => void notices.during(() => take(id));
  const canTake = !page.ticket.mine && page.ticket.state !== "CLOSED" && page.ticket.state !== "RINGING";
  useKeys([
    { key: "ArrowRight", words: "Light the next column", run: () => setLit(beside(lit, 1)) },
    { key: "ArrowLeft", words: "Light the column before", run: () => setLit(beside(lit, -1)) },
    ...(canTake ? [{ key: "g", words: "Take this page over", run: takeIt }] : []),
  ]);
  const open = chosen(page, subject)?.verdict === "open";
  const mine = page.ticket.mine;
  return (
    <>
      <article
        className="page"
        data-needs={needed}
        data-written={page.written ? "" : undefined}
        aria-label={`Ticket ${page.ticket.number}`}
      >
        <div className="col-span-full">
          <h1 className="sr-only">
            Ticket {page.ticket.number}, {page.who?.name ?? "a caller not named yet"}
          </h1>
          {notice && <Notice words={notice} close={notices.close} />}
          {stale && (
            <p role="status" className="bg-wait-wash px-3.5 py-1.5 font-semibold text-wait">
              Earnest cannot be reached. This page is as it was; it is asked again by itself.
            </p>
          )}
          <Pressed page={page} />
          {page.ticket.state === "CLOSED" && <Closed page={page} />}
          {canTake && <ReadOnly page={page} take={takeIt} />}
          {page.ticket.reminder && !(page.ticket.mine && page.ticket.pressedAt) && (
            <p className="bg-wait-wash px-3.5 py-1.5 font-semibold text-wait">{page.ticket.reminder}.</p>
          )}
        </div>
        <WhoColumn
          page={page}
          lit={lit === "who"}
          light={() => setLit("who")}
          freshness={accounts.data?.freshness}
        />
        <ProofColumn page={page} subject={subject} lit={lit === "proof"} light={() => setLit("proof")} />
        <ChangeColumn
          page={page}
          accounts={accounts}
          choose={(next) => {
            setSubject(next);
            setLit("proof");
          }}
          open={open}
          lit={lit === "change"}
          light={() => setLit("change")}
        />
        <HandoverColumn page={page} mine={mine} lit={lit === "handover"} light={() => setLit("handover")} />
      </article>
      <Tape page={page} />
    </>
  );
}
