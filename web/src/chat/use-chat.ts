import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { ask, type ChatShown, client, Problem, type WrittenLine } from "../api/client";
import { solve } from "../forgot/puzzle";

const KEY = ["chat"];
const SOON_MS = 1_500;
const WRITING_MS = 3_000;

/** A line that the server does not have yet. */
export interface Leaving {
  id: string;
  words: string;
  trouble: string;
}

export const goesOn = (where: ChatShown["where"] | undefined) =>
  where === "assistant" || where === "waiting" || where === "desk";

/** The lines that one has with those that came. */
export function joined(before: WrittenLine[], came: WrittenLine[]): WrittenLine[] {
  const known = new Set(before.map((line) => line.number));
  return [...before, ...came.filter((line) => !known.has(line.number))].sort((a, b) => a.number - b.number);
}

/**
 * The chat as the server has it: it survives a reload and a lost network. What one wrote stays until the server has it,
 * and is sent again under the same id.
 */
export function useChat() {
  const queries = useQueryClient();
  const [leaving, setLeaving] = useState<Leaving[]>([]);
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const wroteAt = useRef(0);
  // It brings the token without which nothing that this page sends is taken.
  useQuery({ queryKey: ["me"], queryFn: async () => (await ask(client.GET("/api/session"))) ?? null });
  const query = useQuery({
    queryKey: KEY,
    queryFn: async () => {
      const before = queries.getQueryData<ChatShown>(KEY);
      const last = before && goesOn(before.where) ? (before.lines.at(-1)?.number ?? 0) : 0;
      const shown = await ask(client.GET("/api/own/chat", { params: { query: { after: last } } }));
      return last > 0 && before && shown.where !== "moved"
        ? { ...shown, lines: joined(before.lines, shown.lines) }
        : shown;
    },
    refetchInterval: (now) => (goesOn(now.state.data?.where) ? SOON_MS : false),
    refetchOnWindowFocus: true,
    staleTime: 0,
  });
  const during = async (work: () => Promise<void>) => {
    setBusy(true);
    setTrouble("");
    try {
      await work();
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
      await queries.invalidateQueries({ queryKey: KEY });
    } finally {
      setBusy(false);
    }
  };
  const begin = () =>
    during(async () => {
      const given = await ask(client.POST("/api/own/chat/puzzle"));
      const solution = await solve(given.puzzle, given.bits);
      const shown = await ask(client.POST("/api/own/chat", { body: { puzzle: given.puzzle, solution } }));
      queries.setQueryData(KEY, shown);
    });
  const send = async (line: Leaving) => {
    try {
      const shown = await ask(
        client.POST("/api/own/chat/lines", { body: { id: line.id, words: line.words } }),
      );
      queries.setQueryData(KEY, shown);
      setLeaving((all) => all.filter((one) => one.id !== line.id));
    } catch (problem) {
      const words = problem instanceof Problem ? problem.message : "That did not work.";
      setLeaving((all) => all.map((one) => (one.id === line.id ? { ...one, trouble: words } : one)));
      await queries.invalidateQueries({ queryKey: KEY });
    }
  };
  const say = (words: string) => {
    const line = { id: crypto.randomUUID(), words, trouble: "" };
    setLeaving((all) => [...all, line]);
    void send(line);
  };
  const again = (line: Leaving) => {
    setLeaving((all) => all.map((one) => (one.id === line.id ? { ...one, trouble: "" } : one)));
    void send(line);
  };
  const writing = () => {
    if (query.data?.where !== "desk" || Date.now() - wroteAt.current < WRITING_MS) return;
    wroteAt.current = Date.now();
    void client.POST("/api/own/chat/writing").catch(() => undefined);
  };
  const openPage = () =>
    during(async () => {
      await ask(client.POST("/api/own/chat/page"));
      window.location.assign("/forgot");
    });
  const leave = () =>
    during(async () => {
      await ask(client.DELETE("/api/own/chat"));
      await queries.invalidateQueries({ queryKey: KEY });
    });
  return {
    shown: query.data,
    away: query.isError,
    leaving,
    trouble,
    busy,
    begin,
    say,
    again,
    writing,
    openPage,
    leave,
  };
}

export type ChatInHand = ReturnType<typeof useChat>;
