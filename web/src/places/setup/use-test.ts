import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, Problem } from "../../api/client";

/** Has a connection tested; how far it is shows in the list of systems. */
export function useTest(): { test: (system: string) => void; trouble: string } {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const test = async (system: string) => {
    setTrouble("");
    try {
      await ask(client.POST("/api/systems/{system}/test", { params: { path: { system } } }));
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
    }
    await queries.invalidateQueries({ queryKey: ["systems"] });
  };
  return { test: (system) => void test(system), trouble };
}
