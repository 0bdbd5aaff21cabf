import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { ask, client } from "../../api/client";
import { useKeys } from "../../keys/use-keys";
import { useShell } from "../../shell/context";
import { Button } from "../../ui/parts";
import { Slot } from "../../ui/slot";
import { may } from "../place";
import { ChangeSystem } from "./change";
import { HandedOutPage } from "./handed-out";
import { OutsidePage } from "./outside";
import { QuestionsPage } from "./questions";
import { STATES } from "./sentence";
import { SystemList } from "./system-list";
import { Tested } from "./tested";
import { useTest } from "./use-test";

/** Which systems there are, how it stands with each, and how they are set up. */
export function SetupPage() {
  const { me } = useShell();
  const [what, setWhat] = useState<What>("systems");
  if (!may(me, "set-up")) return <p className="p-6">Only a steward sets Earnest up.</p>;
  const slot = <Slot label="What" value={what} choose={(to) => setWhat(to as What)} options={WHAT} />;
  switch (what) {
    case "systems":
      return <Systems what={slot} />;
    case "questions":
      return <QuestionsPage what={slot} />;
    case "outside":
      return <OutsidePage what={slot} />;
    default:
      return <HandedOutPage key={what} what={slot} kind={what} />;
  }
}

type What = "systems" | "questions" | "outside" | "authenticators" | "devices";
const WHAT: [What, string][] = [
  ["systems", "systems"],
  ["questions", "people’s own questions"],
  ["outside", "services that know people"],
  ["authenticators", "authenticators handed out"],
  ["devices", "devices handed out"],
];

const NEW = "";

function Systems({ what }: { what: ReactNode }) {
  const [kind, setKind] = useState("");
  const [state, setState] = useState("");
  const [chosen, setChosen] = useState<string>();
  const [changing, setChanging] = useState<string>();
  const kinds = useQuery({
    queryKey: ["system-kinds"],
    queryFn: () => ask(client.GET("/api/system-kinds")),
  });
  const systems = useQuery({
    queryKey: ["systems"],
    queryFn: () => ask(client.GET("/api/systems")),
    refetchInterval: (query) =>
      query.state.data?.some((system) => system.state === "being-tested") ? 500 : 10_000,
  });
  const all = systems.data ?? [];
  const shown = all.filter((one) => (!kind || one.kind === kind) && (!state || one.state === state));
  const system = shown.find((one) => one.id === chosen) ?? shown[0];
  const { test, trouble } = useTest();
  const move = (by: number) => {
    const next = system && shown[shown.indexOf(system) + by];
    if (next && changing === undefined) setChosen(next.id);
  };
  const idle = changing === undefined;
  useKeys([
    { key: "ArrowUp", words: "The system above", run: () => move(-1) },
    { key: "ArrowDown", words: "The system below", run: () => move(1) },
    ...(idle && system?.kind ? [{ key: "t", words: `Test ${system.name}`, run: () => test(system.id) }] : []),
    ...(idle && system
      ? [{ key: "c", words: `Change ${system.name}`, run: () => setChanging(system.id) }]
      : []),
    ...(idle ? [{ key: "n", words: "Add a system", run: () => setChanging(NEW) }] : []),
  ]);
  if (systems.isPending || kinds.isPending) return <p className="p-6 text-muted">Looking at the systems.</p>;
  const broken = systems.error ?? kinds.error;
  if (broken)
    return (
      <p role="alert" className="p-6">
        {broken.message}
      </p>
    );
  return (
    <main className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <h1 className="flex flex-wrap items-center gap-2.5 border-rule border-b px-5 py-3.5 font-medium font-serif text-lg">
        Set up {what} of
        <Slot
          label="Of which kind"
          value={kind}
          choose={setKind}
          options={[["", "any kind"], ...(kinds.data ?? []).map((k): [string, string] => [k.id, k.words])]}
        />
        that are
        <Slot
          label="In which state"
          value={state}
          choose={setState}
          options={[["", "in any state"], ...STATES]}
        />
        <span className="ml-auto flex items-center gap-3 font-normal font-sans text-muted text-xs">
          each test is repeated every day
          <Button quiet hotkey="N" disabled={!idle} onClick={() => setChanging(NEW)}>
            Add a system
          </Button>
        </span>
      </h1>
      <div className="grid min-h-0 grid-cols-1 lg:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]">
        <SystemList systems={shown} all={all} chosen={system?.id} choose={idle ? setChosen : undefined} />
        <section
          aria-label="The system"
          className="min-h-0 overflow-y-auto border-rule border-l bg-lit px-5 py-4"
        >
          {trouble && (
            <p role="alert" className="mb-2 font-semibold text-stop">
              {trouble}
            </p>
          )}
          {changing !== undefined ? (
            <ChangeSystem
              key={changing}
              system={all.find((one) => one.id === changing)}
              systems={all}
              kinds={kinds.data ?? []}
              done={(id) => {
                setChanging(undefined);
                if (id) setChosen(id);
              }}
            />
          ) : system ? (
            <Tested
              key={system.id}
              system={system}
              kind={kinds.data?.find((one) => one.id === system.kind)?.words}
              test={() => test(system.id)}
              change={() => setChanging(system.id)}
            />
          ) : (
            <p className="text-muted">No system fits. Open a slot of the sentence, or add one.</p>
          )}
        </section>
      </div>
    </main>
  );
}
