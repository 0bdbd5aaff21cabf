import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { ask, byItself, client, type RulebookShown } from "../../api/client";
import { useKeys } from "../../keys/use-keys";
import { useShell } from "../../shell/context";
import { Button } from "../../ui/parts";
import { may } from "../place";
import { Asked } from "./asked";
import { Counted } from "./counted";
import { type Draft, draftOf, readBook } from "./draft";
import { Against, HeldBack } from "./held-back";
import { Propose } from "./propose";
import { Proposed } from "./proposed";
import { EditingRules } from "./slots";

/** The rules by which proof is judged: what each deed asks, what each check counts and why, and what holds it back. */
export function RulesPage() {
  const book = useQuery({
    queryKey: ["rulebook"],
    queryFn: () => ask(client.GET("/api/rulebook", byItself)),
    refetchInterval: 10_000,
  });
  if (book.isPending) return <p className="p-6 text-muted">Opening the book.</p>;
  if (book.isError)
    return (
      <p role="alert" className="p-6">
        {book.error.message}
      </p>
    );
  return <Opened rules={book.data} />;
}

const COLUMNS = "lg:grid-cols-[1.15fr_1fr_330px]";

function Opened({ rules }: { rules: RulebookShown }) {
  const { me } = useShell();
  const inForce = useMemo(() => readBook(rules.content), [rules.content]);
  const [draft, setDraft] = useState<Draft | null>(null);
  const shown = draft ?? draftOf(inForce, inForce);
  const can = may(me, "set-rules") && !rules.proposed && !draft;
  const begin = () => setDraft(draftOf(inForce, inForce));
  useKeys(can ? [{ key: "n", words: "Propose a change of the rules", run: begin }] : []);
  const parts = { draft: shown, inForce, change: setDraft };
  return (
    <EditingRules value={{ on: draft !== null, words: rules.words }}>
      <main className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
        <header className="flex items-center gap-3 border-rule border-b px-5 py-2.5">
          <h1 className="font-medium font-serif text-lg">
            The rules
            <span className="ml-3 font-normal font-sans text-muted text-xs">
              The {rules.name} rulebook, version {rules.version}. Every decision on the record says by which
              version it was made.
            </span>
          </h1>
          {can && (
            <Button quiet hotkey="N" className="ml-auto" onClick={begin}>
              Propose a change
            </Button>
          )}
        </header>
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: whoever has no mouse scrolls it by its keys */}
        <div tabIndex={0} className={`grid min-h-0 grid-cols-1 overflow-y-auto ${COLUMNS}`}>
          <section aria-label="What is asked" className="ml-5 border-margin border-l-2 bg-sheet px-3 py-3">
            <Asked draft={shown} change={setDraft} />
            <HeldBack {...parts} />
          </section>
          <section aria-label="What counts" className="border-hair border-l bg-sheet px-4 py-3">
            <Counted methods={rules.methods} {...parts} />
          </section>
          <aside aria-label="What is proposed" className="px-4 py-3">
            {rules.proposed && <Proposed proposed={rules.proposed} />}
            {draft && !rules.proposed && (
              <Propose draft={draft} inForce={inForce} change={setDraft} done={() => setDraft(null)} />
            )}
            <Against signals={rules.signals} {...parts} />
          </aside>
        </div>
      </main>
    </EditingRules>
  );
}
