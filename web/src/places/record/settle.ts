import { useQueries } from "@tanstack/react-query";
import { ask, byItself, client, type Read, type Sealing } from "../../api/client";

const MOST = 20;

/**
 * Fills in numbers and seals of rows that had none when they were read. The record itself is not read
 * again for that, since each reading is an entry of its own.
 */
export function useSettled(rows: Read[], seals: Sealing[]): { rows: Read[]; seals: Sealing[] } {
  const open = rows.filter((read) => read.entry.sealedUnder === undefined).slice(0, MOST);
  const proofs = useQueries({
    queries: open.map((read) => ({
      queryKey: ["proof", read.entry.id],
      queryFn: async () =>
        (await ask(
          client.GET("/api/record/entries/{entry}/proof", {
            params: { path: { entry: read.entry.id } },
            ...byItself,
          }),
        )) ?? null,
      refetchInterval: (query: { state: { data?: unknown } }) => (query.state.data ? false : 1_500),
    })),
  });
  const found = new Map(open.map((read, i) => [read.entry.id, proofs[i]?.data ?? undefined]));
  const more = [...found.values()]
    .filter((proof) => proof !== undefined)
    .map((proof) => ({
      size: proof.size,
      at: proof.sealedAt,
      root: proof.root,
      witnesses: proof.witnesses,
    }));
  return {
    rows: rows.map((read) => {
      const proof = found.get(read.entry.id);
      return proof
        ? { ...read, entry: { ...read.entry, number: proof.number, sealedUnder: proof.size } }
        : read;
    }),
    seals: [...seals, ...more],
  };
}
