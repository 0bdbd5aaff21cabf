import type { Query, QueryClient, QueryKey } from "@tanstack/react-query";

declare module "@tanstack/react-query" {
  interface Register {
    queryMeta: {
      /** Asking is an entry of the record. */ reading?: boolean /** It is shown without asking. */;
      shown?: boolean;
    };
  }
}

type Filter = { queryKey: QueryKey } | { predicate: (query: Query) => boolean };

/**
 * Reading the record is an entry of its own: it is read when somebody asks for it, and not by itself. What is
 * shown without asking comes over the stream.
 */
const ALL: Filter = {
  predicate: (query) => query.meta?.reading !== true && query.meta?.shown !== true,
};

/**
 * Has queries asked again so that their answer is younger than the event that was told. An answer that
 * was on its way when the event came may be older: it is let in, and then asked once more. (Invalidating
 * alone does not do that for a first answer.) Many events at once cost one more asking, not one each.
 */
export function anew(queries: QueryClient): (queryKey?: QueryKey) => void {
  const wanted = new Map<string, boolean>();
  const noRestart = { cancelRefetch: false };
  const run = async (name: string, filter: Filter) => {
    do {
      if (queries.isFetching(filter) > 0) await queries.refetchQueries(filter, noRestart);
      wanted.set(name, false);
      await queries.invalidateQueries(filter, noRestart);
    } while (wanted.get(name));
    wanted.delete(name);
  };
  return (queryKey) => {
    const name = JSON.stringify(queryKey ?? []);
    const running = wanted.has(name);
    wanted.set(name, true);
    if (!running) void run(name, queryKey ? { queryKey } : ALL);
  };
}
