import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Problem } from "../../api/client";

/** Does something, says what went wrong, and looks at the book anew. Gives whether it was done. */
export type During = (deed: () => Promise<unknown>) => Promise<boolean>;

export function useDeed(): { during: During; trouble: string } {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const during: During = async (deed) => {
    setTrouble("");
    try {
      await deed();
      return true;
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
      return false;
    } finally {
      await queries.invalidateQueries({ queryKey: ["staff"] });
    }
  };
  return { during, trouble };
}
