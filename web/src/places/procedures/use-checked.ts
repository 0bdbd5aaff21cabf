import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ask, client, type ProcedureChecked } from "../../api/client";

const QUIET_MS = 350;

/** What is found of a text, as soon as nobody typed for a moment; until then what was found before. */
export function useChecked(text: string): { checked: ProcedureChecked | undefined; current: boolean } {
  const [settled, setSettled] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(text), QUIET_MS);
    return () => clearTimeout(timer);
  }, [text]);
  const answer = useQuery({
    queryKey: ["procedure-check", settled],
    queryFn: () => ask(client.POST("/api/procedures/check", { body: { text: settled } })),
    placeholderData: (before: ProcedureChecked | undefined) => before,
  });
  return { checked: answer.data, current: settled === text && !answer.isPlaceholderData && answer.isSuccess };
}
