import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { ask, client, Problem, type ProcedureKept, type ProcedureListed } from "../../api/client";
import { Button, Key } from "../../ui/parts";
import { Slot } from "../../ui/slot";
import { clock } from "../../ui/time";
import { nextAfter, startOf, toMend } from "./notes";
import { Page } from "./page";
import { useChecked } from "./use-checked";
import { Ways } from "./ways";

interface Props {
  /** Not there for one that was never kept. */
  kept: ProcedureKept | undefined;
  /** With what a new one begins. */
  begun: string;
  list: ProcedureListed[];
  choose: (name: string) => void;
  begin: () => void;
}

/** What was typed and not kept, by name, so that looking at another one loses nothing. */
const typed = new Map<string, { text: string; basedOn: number }>();
const NEW = "";

export function Editor({ kept, begun, list, choose, begin }: Props) {
  const queries = useQueryClient();
  const before = typed.get(kept?.name ?? NEW);
  const [text, setText] = useState(before?.text ?? kept?.text ?? begun);
  const [basedOn, setBasedOn] = useState(before?.basedOn ?? kept?.edit ?? 0);
  const [asText, setAsText] = useState(kept === undefined);
  const [trouble, setTrouble] = useState("");
  const area = useRef<HTMLTextAreaElement>(null);
  const { checked, current } = useChecked(text);
  const findings = checked?.findings ?? [];
  const changed = text !== (kept?.text ?? begun);
  useEffect(() => {
    if (changed) typed.set(kept?.name ?? NEW, { text, basedOn });
    else typed.delete(kept?.name ?? NEW);
    const warn = (event: BeforeUnloadEvent) => changed && event.preventDefault();
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [changed, text, basedOn, kept?.name]);

  const name = kept?.name ?? checked?.name;
  const keep = async () => {
    setTrouble("");
    if (!name) {
      setTrouble("Its first line must say procedure and a name, before it can be kept.");
      return;
    }
    try {
      const done = await ask(
        client.PUT("/api/procedures/{procedure}", {
          params: { path: { procedure: name } },
          body: { text, basedOn },
        }),
      );
      typed.delete(kept?.name ?? NEW);
      setBasedOn(done.edit);
      queries.setQueryData(["procedure", name], done);
      await queries.invalidateQueries({ queryKey: ["procedures"] });
      if (!kept) choose(name);
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
    }
  };
  const used = useQuery({
    queryKey: ["procedures-in-use"],
    queryFn: () => ask(client.GET("/api/procedures-in-use")),
  });
  const inUse = used.data?.find((one) => one.name === kept?.name);
  const withUse = async (work: () => Promise<unknown>) => {
    setTrouble("");
    try {
      await work();
      await queries.invalidateQueries({ queryKey: ["procedures-in-use"] });
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
    }
  };
  const path = { params: { path: { procedure: kept?.name ?? "" } } };
  const publish = () => withUse(() => ask(client.POST("/api/procedures/{procedure}/publish", path)));
  const retire = () => withUse(() => ask(client.DELETE("/api/procedures/{procedure}/publish", path)));
  const remove = async () => {
    setTrouble("");
    try {
      await ask(
        client.DELETE("/api/procedures/{procedure}", {
          params: { path: { procedure: kept?.name ?? "" }, query: { edit: basedOn } },
        }),
      );
      typed.delete(kept?.name ?? NEW);
      const other = list.find((one) => one.name !== kept?.name);
      if (other) choose(other.name);
      else begin();
      await queries.invalidateQueries({ queryKey: ["procedures"] });
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
    }
  };
  const toFinding = (line: number) => {
    setAsText(true);
    // After it is drawn as text.
    requestAnimationFrame(() => {
      const at = startOf(text, line);
      area.current?.focus();
      area.current?.setSelectionRange(at, at);
    });
  };
  const next = () => {
    const at = area.current?.selectionStart ?? 0;
    const line = asText ? text.slice(0, at).split("\n").length : 0;
    const found = nextAfter(findings, line);
    if (found) toFinding(found.line);
  };
  const chord = useRef<(event: KeyboardEvent) => void>(() => {});
  chord.current = (event) => {
    const alt = event.altKey && !event.ctrlKey && !event.metaKey;
    if (alt && event.code === "KeyT") setAsText(!asText);
    else if (alt && event.code === "KeyK") void keep();
    else if (event.key === "F8") next();
    else return;
    event.preventDefault();
  };
  useEffect(() => {
    const listen = (event: KeyboardEvent) => chord.current(event);
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  const mend = toMend(findings);
  return (
    <main className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)_auto]">
      <header className="flex flex-wrap items-end gap-x-4 gap-y-2 border-rule border-b px-5 py-3">
        <div className="min-w-0">
          <h1 className="font-semibold font-serif text-xl">{checked?.title ?? name ?? "A new procedure"}</h1>
          <p className="text-muted text-xs">
            {kept ? (
              <>
                <span className="num">{kept.name}</span> · kept {clock(kept.keptAt)} by {kept.author}
                {changed && " · changed since"}
              </>
            ) : (
              "not kept yet"
            )}{" "}
            · {inUse ? `in use as version ${inUse.version}` : "not in use"}
          </p>
        </div>
        <span className="ml-auto flex flex-wrap items-center gap-2.5">
          {list.length > 0 && (
            <Slot
              label="Which procedure"
              value={kept?.name ?? NEW}
              choose={(one) => one && choose(one)}
              options={[
                ...(kept ? [] : [[NEW, "a new one"] as [string, string]]),
                ...list.map((one): [string, string] => [one.name, one.title ?? one.name]),
              ]}
            />
          )}
          <Button quiet onClick={begin}>
            Write another
          </Button>
          <fieldset className="flex">
            <legend className="sr-only">Shown as</legend>
            <Button quiet={asText} aria-pressed={!asText} onClick={() => setAsText(false)}>
              Sentences
            </Button>
            <Button quiet={!asText} aria-pressed={asText} onClick={() => setAsText(true)}>
              Text
            </Button>
          </fieldset>
          <span
            role="status"
            className={`font-semibold text-xs ${mend.good && current ? "text-good" : mend.good ? "text-muted" : "text-stop"}`}
          >
            {current ? `${mend.good ? "✓" : "✕"} ${mend.words}` : "being checked"}
          </span>
        </span>
        {trouble && (
          <p role="alert" className="w-full font-semibold text-stop">
            {trouble}
          </p>
        )}
      </header>
      <div className="grid min-h-0 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_332px]">
        <Page
          text={text}
          type={asText ? setText : undefined}
          area={area}
          findings={findings}
          sentences={checked?.sentences ?? []}
          open={toFinding}
        />
        <Ways checked={checked} />
      </div>
      <footer className="flex flex-wrap items-center gap-x-5 gap-y-1 border-rule border-t px-5 py-2 text-muted text-xs">
        <span>
          <Key>Alt T</Key> sentences or text
        </span>
        <span>
          <Key>F8</Key> next finding
        </span>
        <span className="ml-auto flex gap-2">
          {kept && <TakeAway remove={() => void remove()} />}
          <Button
            quiet
            disabled={!current || !checked?.layout || checked.layout === text}
            onClick={() => setText(checked?.layout ?? text)}
          >
            Lay it out
          </Button>
          {kept && (
            <Button quiet disabled={changed || !current || !mend.good} onClick={() => void publish()}>
              Publish it
            </Button>
          )}
          {inUse && (
            <Button quiet onClick={() => void retire()}>
              Take it out of use
            </Button>
          )}
          <Button disabled={!changed && kept !== undefined} onClick={() => void keep()}>
            Keep it <Key>Alt K</Key>
          </Button>
        </span>
      </footer>
    </main>
  );
}

function TakeAway({ remove }: { remove: () => void }) {
  const [sure, setSure] = useState(false);
  return sure ? (
    <>
      <Button onClick={remove}>Take it away for good</Button>
      <Button quiet onClick={() => setSure(false)}>
        Leave it
      </Button>
    </>
  ) : (
    <Button quiet onClick={() => setSure(true)}>
      Take it away…
    </Button>
  );
}
