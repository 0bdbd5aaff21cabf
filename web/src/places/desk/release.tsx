import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, Problem } from "../../api/client";
import { useShell } from "../../shell/context";
import { Button } from "../../ui/parts";

/** A lead lets a colleague sign in at once whose name somebody guesses at. */
export function Release() {
  const [said, setSaid] = useState("");
  const { me } = useShell();
  const colleagues = useQuery({ queryKey: ["analysts"], queryFn: () => ask(client.GET("/api/analysts")) });
  const others = colleagues.data?.filter((c) => c.id !== me.id);
  const release = async (analyst: string, name: string) => {
    try {
      await ask(client.POST("/api/analysts/{analyst}/release", { params: { path: { analyst } } }));
      setSaid(`${name} can sign in without waiting.`);
    } catch (problem) {
      setSaid(problem instanceof Problem ? problem.message : "That did not work. Try again.");
    }
  };
  return (
    <section className="mt-8 max-w-prose">
      <h2 className="mb-1 font-semibold">If a colleague has to wait at signing in</h2>
      <p className="mb-2 text-muted">
        Wrong tries at a name slow it down. Release it when you know that it is your colleague.
      </p>
      <div className="flex flex-wrap gap-1.5">
        {others?.map((c) => (
          <Button key={c.id} quiet onClick={() => void release(c.id, c.name)}>
            {c.name}
          </Button>
        ))}
      </div>
      <p role="status" className="mt-1.5 min-h-5">
        {said}
      </p>
    </section>
  );
}
