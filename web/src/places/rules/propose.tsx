import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ask, client, type RulebookTried } from "../../api/client";
import { Button } from "../../ui/parts";
import { Differs } from "./differs";
import { type Book, type Draft, draftOf, fileOf, readBook } from "./draft";
import { Rehearsed } from "./rehearsed";
import { useRules } from "./use-rules";

interface Props {
  draft: Draft;
  inForce: Book;
  change: (draft: Draft) => void;
  done: () => void;
}

/** Beside the sentences whose slots are changed: what that would come to, and the proposal. */
export function Propose({ draft, inForce, change, done }: Props) {
  const { trouble, busy, during } = useRules();
  const [name, setName] = useState("");
  const [reason, setReason] = useState("");
  const [begins, setBegins] = useState("");
  const [tried, setTried] = useState<{ of: string; came: RulebookTried } | null>(null);
  const content = fileOf(draft);
  const rehearse = () =>
    void during(async () =>
      setTried({
        of: content,
        came: await ask(client.POST("/api/rulebook/rehearsals", { body: { content } })),
      }),
    );
  const send = (event: FormEvent) => {
    event.preventDefault();
    void during(async () => {
      const body = { name, content, reason };
      await ask(
        client.POST("/api/rulebook/proposals", {
          body: begins ? { ...body, beginsAt: new Date(begins).toISOString() } : body,
        }),
      );
      done();
    });
  };
  return (
    <form onSubmit={send} className="mb-5 grid gap-2">
      <h2 className="font-semibold font-serif text-base">Propose a change</h2>
      <p className="text-muted text-xs">
        Change what is underlined. What differs from the rules in force is marked, with what stood there
        struck out.
      </p>
      <BeginWith choose={(book) => change(draftOf(book, inForce))} named={setName} />
      <AsAFile content={content} take={(text) => change(draftOf(readBook(text), inForce))} />
      <p>
        <Button quiet disabled={busy} onClick={rehearse}>
          Rehearse
        </Button>
      </p>
      {tried && (
        <div>
          {tried.of !== content && (
            <p className="mb-1 font-semibold text-wait">Changed since it was rehearsed.</p>
          )}
          <Differs changes={tried.came.changes} />
          <Rehearsed rehearsed={tried.came.rehearsed} />
        </div>
      )}
      <label className="grid gap-1 text-[13px]">
        What it is called
        <input className="field" maxLength={80} value={name} onChange={(e) => setName(e.target.value)} />
      </label>
      <label className="grid gap-1 text-[13px]">
        Why? It goes on the record.
        <input className="field" maxLength={400} value={reason} onChange={(e) => setReason(e.target.value)} />
      </label>
      <label className="grid gap-1 text-[13px]">
        When it takes force; empty: once somebody agrees
        <input
          type="datetime-local"
          className="field"
          value={begins}
          onChange={(e) => setBegins(e.target.value)}
        />
      </label>
      {trouble && (
        <p role="alert" className="font-semibold text-stop">
          {trouble}
        </p>
      )}
      <div className="flex gap-1.5">
        <Button type="submit" disabled={busy || !name.trim() || !reason.trim()}>
          Rehearse and propose
        </Button>
        <Button quiet onClick={done}>
          Not now
        </Button>
      </div>
    </form>
  );
}

/** One of those that come with Earnest, to be changed. */
function BeginWith({ choose, named }: { choose: (book: Book) => void; named: (name: string) => void }) {
  const shipped = useQuery({
    queryKey: ["rulebooks-shipped"],
    queryFn: () => ask(client.GET("/api/rulebook/shipped")),
  });
  if (!shipped.data) return null;
  return (
    <fieldset className="grid gap-1">
      <legend className="mb-1 text-[13px]">Begin with the one in force, or with one of these</legend>
      {shipped.data.map((one) => (
        <p key={one.name} className="grid grid-cols-[6.5rem_1fr] items-start gap-2 text-muted text-xs">
          <Button
            quiet
            aria-label={`Begin with ${one.name}`}
            onClick={() => {
              choose(readBook(one.content));
              named(one.name);
            }}
          >
            {one.name}
          </Button>
          {one.asks}
        </p>
      ))}
    </fieldset>
  );
}

/** Taken out, changed elsewhere, and brought back. */
function AsAFile({ content, take }: { content: string; take: (text: string) => void }) {
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState("");
  return (
    <details>
      <summary className="cursor-pointer text-[13px] underline">As a file</summary>
      <label className="mt-1 grid gap-1 text-[13px]">
        The rulebook, as JSON
        <textarea
          className="field num h-64 text-xs leading-4"
          spellCheck={false}
          value={text ?? content}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      {wrong && (
        <p role="alert" className="font-semibold text-stop">
          {wrong}
        </p>
      )}
      <p className="mt-1 flex flex-wrap items-center gap-2 text-[13px]">
        <Button
          quiet
          disabled={text === null}
          onClick={() => {
            try {
              take(text ?? content);
              setText(null);
              setWrong("");
            } catch {
              setWrong("That is no rulebook: it cannot be read as JSON of that form.");
            }
          }}
        >
          Take it over
        </Button>
        <a
          className="underline"
          download="rulebook.json"
          href={`data:application/json;charset=utf-8,${encodeURIComponent(content)}`}
        >
          Save it
        </a>
        <a className="underline" href="/api/rulebook/schema">
          Its form
        </a>
      </p>
    </details>
  );
}
