import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type OwnPage } from "../api/client";

const KEY = ["own-page"];
const SOON_MS = 1_500;

/** What goes on elsewhere and has to be looked for. */
const waits = (page: OwnPage | undefined) =>
  page?.stage === "setting" || (page?.stage === "prove" && page.open?.digits === 0 && !page.open.browserAsks);

/**
 * The page as the server has it: it survives a reload and a lost network, since nothing of it is kept here. What was
 * typed wrongly is said, and stays where it is.
 */
export function useOwnPage() {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  // It brings the token without which nothing that this page sends is taken.
  useQuery({ queryKey: ["me"], queryFn: async () => (await ask(client.GET("/api/session"))) ?? null });
  const query = useQuery({
    queryKey: KEY,
    queryFn: async () => await ask(client.GET("/api/own/session")),
    refetchInterval: (now) => (waits(now.state.data) ? SOON_MS : false),
    refetchOnWindowFocus: true,
  });
  const show = (page: OwnPage) => queries.setQueryData(KEY, page);
  /** Does something, and shows the page that comes of it. */
  const act = async (work: () => Promise<OwnPage | undefined>) => {
    setBusy(true);
    setTrouble("");
    try {
      const page = await work();
      if (page) show(page);
      return true;
    } catch (problem) {
      setTrouble(problem instanceof Error ? problem.message : "That did not work. Try again.");
      // It may be over, or go on elsewhere.
      await queries.invalidateQueries({ queryKey: KEY });
      return false;
    } finally {
      setBusy(false);
    }
  };
  return { page: query.data, away: query.isError, trouble, setTrouble, busy, act };
}

export type OwnPageInHand = ReturnType<typeof useOwnPage>;
