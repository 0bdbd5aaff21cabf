import type { QueryClient } from "@tanstack/react-query";
import { anew } from "./anew";

/** What the server tells: that something was recorded, perhaps on a ticket. */
interface Told {
  open?: boolean;
  kind?: string;
  ticket?: string;
}

/** What changes accounts, or whose they are; else nobody has to ask the systems again. */
const OF_ACCOUNTS = /^(person|named|change|handover)-/;

/**
 * Follows the record and has the queries that it touches asked again. On every (re)connection all is
 * asked anew, since something may have been missed. Returns how to end it.
 */
export function follow(queries: QueryClient, connected: (yes: boolean) => void): () => void {
  const ask = anew(queries);
  let stream: EventSource;
  let ended = false;
  let again: ReturnType<typeof setTimeout> | undefined;
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
    ask(["edge"]);
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
