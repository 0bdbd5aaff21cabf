import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useState } from "react";
import { ask, client, Problem, type QuestionCatalogue } from "../../api/client";
import { Button } from "../../ui/parts";

const KEY = ["questions"];

/** The questions that people may set answers to, and for what right answers count. */
export function QuestionsPage({ what }: { what: ReactNode }) {
  const queries = useQueryClient();
  const catalogue = useQuery({ queryKey: KEY, queryFn: () => ask(client.GET("/api/questions")) });
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const act = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setTrouble("");
    try {
      await work();
    } catch (failed) {
      setTrouble(failed instanceof Problem ? failed.message : "That did not work. Try again.");
    } finally {
      await queries.invalidateQueries({ queryKey: KEY });
      setBusy(false);
    }
  };
  return (
    <main className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <h1 className="flex flex-wrap items-center gap-2.5 border-rule border-b px-5 py-3.5 font-medium font-serif text-lg">
        Set up {what}
      </h1>
      <div className="min-h-0 overflow-y-auto px-5 py-4">
        {trouble && (
          <p role="alert" className="mb-3 font-semibold text-stop">
            {trouble}
          </p>
        )}
        {catalogue.error && <p role="alert">{catalogue.error.message}</p>}
        {catalogue.data && (
          <div className="grid max-w-3xl gap-6">
            <CountFor catalogue={catalogue.data} busy={busy} act={act} />
            <Catalogue catalogue={catalogue.data} busy={busy} act={act} />
          </div>
        )}
      </div>
    </main>
  );
}

interface Props {
  catalogue: QuestionCatalogue;
  busy: boolean;
  act: (work: () => Promise<unknown>) => Promise<void>;
}

/** For what they count; what is not chosen is judged as if they had not been asked. */
function CountFor({ catalogue, busy, act }: Props) {
  const set = (action: string, on: boolean) =>
    act(() =>
      ask(
        client.PUT("/api/questions/count-for", {
          body: {
            actions: on
              ? [...catalogue.countFor, action]
              : catalogue.countFor.filter((one) => one !== action),
          },
        }),
      ),
    );
  return (
    <fieldset>
      <legend className="font-semibold font-serif text-base">Right answers count for</legend>
      <p className="mb-2 text-muted text-xs">
        How much, the rulebook says. For all else it is as if they had not been asked. Wrong answers always
        count against.
      </p>
      {catalogue.actions.map((action) => (
        <label key={action} className="flex min-h-8 items-center gap-2">
          <input
            type="checkbox"
            disabled={busy}
            checked={catalogue.countFor.includes(action)}
            onChange={(event) => set(action, event.target.checked)}
          />
          {action.replaceAll("-", " ")}
        </label>
      ))}
    </fieldset>
  );
}

function Catalogue({ catalogue, busy, act }: Props) {
  const [words, setWords] = useState("");
  const add = (event: FormEvent) => {
    event.preventDefault();
    void act(async () => {
      await ask(client.POST("/api/questions", { body: { words } }));
      setWords("");
    });
  };
  const retire = (question: string) =>
    act(() => ask(client.DELETE("/api/questions/{question}", { params: { path: { question } } })));
  return (
    <section aria-label="The catalogue">
      <h2 className="font-semibold font-serif text-base">People choose from these</h2>
      <p className="mb-2 text-muted text-xs">
        Good ones have many possible answers that nobody can look up. What a colleague, a registry or a family
        tree knows is not one.
      </p>
      <ul className="mb-3 border-rule border-t">
        {catalogue.questions.map((one) => (
          <li
            key={one.id}
            className="grid grid-cols-[minmax(0,1fr)_auto_auto] items-center gap-4 border-hair border-b py-1.5"
          >
            {one.words}
            <span className="num text-muted text-xs">
              {one.people === 1 ? "1 person" : `${one.people} people`}
            </span>
            <Button quiet aria-label={`Retire “${one.words}”`} disabled={busy} onClick={() => retire(one.id)}>
              Retire
            </Button>
          </li>
        ))}
        {catalogue.questions.length < 5 && (
          <li className="py-2 text-wait">People need five to choose from; nobody can set any now.</li>
        )}
      </ul>
      <form onSubmit={add} className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-3">
        <label className="grid gap-1 text-muted text-xs">
          Another question
          <input
            className="field px-2 text-sm"
            maxLength={160}
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </label>
        <Button type="submit" disabled={busy || words.trim() === ""}>
          Add
        </Button>
      </form>
    </section>
  );
}
