import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { useKeys } from "../../keys/use-keys";

export function TidesPage() {
  const [high, setHigh] = useState(true);
  const colleagues = useQuery({ queryKey: ["tides"], queryFn: () => ask(client.GET("/api/analysts")) });
  useKeys([{ key: "t", words: "Turn the tide", run: () => setHigh((was) => !was) }]);
  return (
    <main className="p-6">
      <h1 className="font-serif text-xl">{high ? "High water" : "Low water"} at Brackwater</h1>
      <p>{colleagues.data?.length ?? 0} colleagues look at the same sea.</p>
    </main>
  );
}
