import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type ProcedureKept } from "../../api/client";
import { useShell } from "../../shell/context";
import { may, type PageProps } from "../place";
import { Editor } from "./editor";
import { RunPage } from "./run";

/** Written steps: read as sentences, written as text, and checked as one types. */
export function ProceduresPage({ params: { run } }: PageProps) {
  const { me } = useShell();
  if (run && may(me, "work-at-desk")) return <RunPage id={run} />;
  return may(me, "set-up") ? <Procedures /> : <p className="p-6">Only a steward writes procedures.</p>;
}

const BEGUN = `procedure new-procedure
  title "What it is for"
  starts on by hand
  otherwise
    pass to leads

  close "Done"
`;

function Procedures() {
  const [chosen, setChosen] = useState<string>();
  const [fresh, setFresh] = useState(0);
  const list = useQuery({ queryKey: ["procedures"], queryFn: () => ask(client.GET("/api/procedures")) });
  const name = fresh > 0 ? undefined : (chosen ?? list.data?.[0]?.name);
  const kept = useQuery({
    queryKey: ["procedure", name],
    queryFn: () =>
      ask(client.GET("/api/procedures/{procedure}", { params: { path: { procedure: name ?? "" } } })),
    enabled: name !== undefined,
    staleTime: 0,
  });
  const broken = list.error ?? kept.error;
  if (broken)
    return (
      <p role="alert" className="p-6">
        {broken.message}
      </p>
    );
  if (list.isPending || (name !== undefined && kept.isPending))
    return <p className="p-6 text-muted">Opening the procedures.</p>;
  const open: ProcedureKept | undefined = name === undefined ? undefined : kept.data;
  return (
    <Editor
      key={open ? open.name : `new ${fresh}`}
      kept={open}
      begun={BEGUN}
      list={list.data ?? []}
      choose={(one) => {
        setFresh(0);
        setChosen(one);
      }}
      begin={() => setFresh(fresh + 1)}
    />
  );
}
