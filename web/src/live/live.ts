import type { QueryClient } from "@tanstack/react-query";

/** What the server tells: that something was recorded, perhaps on a ticket. */
interface Told {
  open?: boolean;
  kind?: string;
  ticket?: string;
}

/**
 * Follows the record and has the queries that it touches asked again. On every (re)connection all is
 * asked anew, since something may have been missed. Returns how to end it.
 */
export function follow(queries: QueryClient, connected: (yes: boolean) => void): () => void {
  const stream = new EventSource("/api/live");
  stream.onmessage = (event) => {
    const told = JSON.parse(event.data as string) as Told;
    if (told.open) {
      connected(true);
      void queries.invalidateQueries();
      return;
    }
    void queries.invalidateQueries({ queryKey: ["edge"] });
    if (told.ticket) {
      void queries.invalidateQueries({ queryKey: ["page", told.ticket] });
      void queries.invalidateQueries({ queryKey: ["accounts", told.ticket] });
    }
  };
  stream.onerror = () => {
    connected(false);
    // A closed stream means that the session ended or the server went: asking tells which.
    if (stream.readyState === EventSource.CLOSED) void queries.invalidateQueries({ queryKey: ["me"] });
  };
  return () => stream.close();
}
