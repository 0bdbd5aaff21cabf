import { useQuery } from "@tanstack/react-query";
import { ask, byItself, client } from "../../api/client";

/** How far the record is sealed and witnessed, anew every few seconds. Asking is no reading of it. */
export function useSealStatus() {
  return useQuery({
    queryKey: ["seal"],
    queryFn: () => ask(client.GET("/api/record/seal", byItself)),
    refetchInterval: 3_000,
  });
}

/** How many witnesses hold a seal over so many entries; what was known before counts at least. */
export function useWitnesses(): (size: number, known: number) => number {
  const status = useSealStatus().data;
  return (size, known) =>
    Math.max(known, status?.witnesses.filter((witness) => witness.size >= size).length ?? 0);
}
