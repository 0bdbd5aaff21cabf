import type { QueryClient, QueryKey } from "@tanstack/react-query";
import type { Edge, Page } from "../api/client";
import { anew } from "./anew";

/** What the server tells: that something was recorded, perhaps on a ticket, or how the edge or the page is now. */
interface Told {
  open?: boolean;
  edge?: Edge;
  page?: Page;
  kind?: string;
  ticket?: string;
}

/** What changes accounts, or whose they are; else nobody has to ask the systems again. */
const OF_ACCOUNTS = /^(person|named|change|handover)-/;

/** What is asked for of a ticket. */
const OF_TICKET = ["page", "accounts", "runs"];

/** Which ticket is shown, for the stream to tell it. */
let shown: string | undefined;
let reopen: (() => void) | undefined;

/** Says which ticket the page shows from now on; what is returned says that it does not any more. */
export function showing(ticket: string): () => void {
  shown = ticket;
  reopen?.();
  return () => {
    // The next page may already have said what it shows.
    if (shown === ticket) shown = undefined;
  };
}

/**
 * Follows the record and has the queries that it touches asked again; the edge and the ticket that is
 * shown are as they are told. On every (re)connection all is asked anew, since something may have been
 * missed. Returns how to end it.
 */
export function follow(queries: QueryClient, connected: (yes: boolean) => void): () => void {
  const ask = anew(queries);
  let stream: EventSource;
  /** Which ticket the stream was opened for. */
  let told: string | undefined;
  /** Whether the stream was opened for another ticket. */
  let turned = false;
  let ended = false;
  let again: ReturnType<typeof setTimeout> | undefined;
  /** What was asked for before it came may be older, and is let go. */
  const show = async (queryKey: QueryKey, what: unknown) => {
    await queries.cancelQueries({ queryKey }, { revert: false });
    queries.setQueryData(queryKey, what);
  };
  const open = () => {
    told = shown;
    stream = new EventSource(told ? `/api/live?ticket=${told}` : "/api/live");
    stream.onmessage = heard;
    stream.onerror = lost;
  };
  const heard = (message: MessageEvent) => {
    const event = JSON.parse(message.data as string) as Told;
    if (event.open) {
      connected(true);
      // What else there is, the stream that was left had told up to a moment ago.
      if (turned) for (const of of OF_TICKET) ask([of, told]);
      else ask();
      turned = false;
      return;
    }
    if (event.edge) void show(["edge"], event.edge);
    if (event.page) void show(["page", event.page.ticket.id], event.page);
    if (event.ticket) {
      if (event.ticket !== told) ask(["page", event.ticket]);
      if (OF_ACCOUNTS.test(event.kind ?? "")) ask(["accounts", event.ticket]);
      if (event.kind?.startsWith("run-")) ask(["runs", event.ticket]);
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
  reopen = () => {
    if (told === shown) return;
    clearTimeout(again);
    // One that broke off may have missed anything.
    turned = stream.readyState === EventSource.OPEN;
    stream.close();
    open();
  };
  open();
  return () => {
    ended = true;
    reopen = undefined;
    clearTimeout(again);
    stream.close();
  };
}
