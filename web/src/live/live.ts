import type { QueryClient, QueryKey } from "@tanstack/react-query";
import type { Edge } from "../api/client";
import { anew } from "./anew";

/** What the server tells: that something was recorded, perhaps on a ticket, or how the edge is now. */
interface Told {
  open?: boolean;
  edge?: Edge;
  kind?: string;
  ticket?: string;
}

/** What changes accounts, or whose they are; else nobody has to ask the systems again. */
const OF_ACCOUNTS = /^(person|named|change|handover)-/;

/**
 * Follows the record and has the queries that it touches asked again; the edge is shown as it is told. On
 * every (re)connection all is asked anew, since something may have been missed. Returns how to end it.
 */
export function follow(queries: QueryClient, connected: (yes: boolean) => void): () => void {
  const ask = anew(queries);
  let stream: EventSource;
  let ended = false;
  let again: ReturnType<typeof setTimeout> | undefined;
  /** What was asked for before it came may be older, and is let go. */
  const show = async (queryKey: QueryKey, what: unknown) => {
    await queries.cancelQueries({ queryKey }, { revert: false });
    queries.setQueryData(queryKey, what);
  };
  const open = () => {
    stream = new EventSource("/api/live");
    stream.onmessage = heard;
    stream.onerror = lost;
  };
  const heard = (event: MessageEvent) => {
    const told = JSON.parse(event.data as string) as Told;
    if (told.open) {
      connected(true);
      ask();
      return;
    }
    if (told.edge) void show(["edge"], told.edge);
    if (told.ticket) {
      ask(["page", told.ticket]);
      if (OF_ACCOUNTS.test(told.kind ?? "")) ask(["accounts", told.ticket]);
      if (told.kind?.startsWith("run-")) ask(["runs", told.ticket]);
    }
  };
  const lost = () => {
    connected(false);
    // A closed stream means that the session ended or the server went: asking tells which.
    if (stream.readyState === EventSource.CLOSED && !ended) {
      ask(["me"]);
      again = setTimeout(open, 2_000);
    }
  };
  open();
  return () => {
    ended = true;
    clearTimeout(again);
    stream.close();
  };
}
