import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Problem } from "../../api/client";

/** Says what went wrong with a deed, and has the rules read again after it. */
export function useRules() {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const during = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setTrouble("");
    try {
      await work();
      return true;
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
      return false;
    } finally {
      await queries.invalidateQueries({ queryKey: ["rulebook"] });
      setBusy(false);
    }
  };
  return { trouble, busy, during };
}
