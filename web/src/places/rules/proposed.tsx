import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ask, client, Problem, type RulebookProposed, type RulebookShipped } from "../../api/client";
import { useShell } from "../../shell/context";
import { Button } from "../../ui/parts";
import { clock } from "../../ui/time";
import { about } from "../desk/proof/ways";
import { may } from "../place";

/** Says what went wrong with a deed, and has the rules read again after it. */
function useRules() {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const during = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setTrouble("");
    try {
      await work();
      return true;
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
      return false;
    } finally {
      await queries.invalidateQueries({ queryKey: ["rulebook"] });
      setBusy(false);
    }
  };
  return { trouble, busy, during };
}

/** What was proposed and waits, rehearsed on what was decided; or where one proposes. */
export function ProposedRules({ proposed }: { proposed: RulebookProposed | undefined }) {
  const { me } = useShell();
  const allowed = may(me, "set-rules");
  if (proposed)
    return <Waits proposed={proposed} allowed={allowed} own={proposed.proposal.askedBy === me.id} />;
  return allowed ? <Propose /> : null;
}

function Waits({ proposed, allowed, own }: { proposed: RulebookProposed; allowed: boolean; own: boolean }) {
  const { trouble, busy, during } = useRules();
  const { proposal, changes } = proposed;
  const { rehearsed } = proposal;
  const answer = (agreed: boolean) =>
    void during(() =>
      ask(
        client.POST("/api/rulebook/proposals/{proposal}/answer", {
          params: { path: { proposal: proposal.id } },
          body: { agreed },
        }),
      ),
    );
  return (
    <section aria-label="Proposed" className="mb-5">
      <h2 className="font-semibold font-serif text-base">Proposed: {proposal.name}</h2>
      <p className="mb-2 text-muted text-xs">
        by {proposal.askedByName}, {clock(proposal.askedAt)}: “{proposal.reason}”
      </p>
      <ul className="mb-3">
        {changes.length === 0 && <li className="text-muted">It says the same as the one in force.</li>}
        {changes.map((one) => (
          <li key={`${one.what}${one.was}${one.becomes}`} className="mb-1.5 border-wait border-l-2 pl-2.5">
            <b className="block text-xs">{one.what}</b>
            {one.was && <del className="block text-stop">{one.was}</del>}
            {one.becomes ? <ins className="block no-underline">{one.becomes}</ins> : <span>goes</span>}
          </li>
        ))}
      </ul>
      <h3 className="font-semibold font-serif text-base">Rehearsed</h3>
      <p className="mb-1 text-muted text-xs">
        on what was decided in the last 90 days, with the proof as it stood
      </p>
      <dl className="mb-3 grid grid-cols-[1fr_auto] gap-x-3">
        <Count words="as it was" n={rehearsed.asItWas} />
        <Count words="allowed that was refused" n={rehearsed.openedMore} />
        <Count
          words={`one more check or several${rehearsed.moreChecks > 0 ? `, ${about(rehearsed.moreSeconds)} in all` : ""}`}
          n={rehearsed.moreChecks}
        />
        <Count words="refused, with nothing left to prove it by" n={rehearsed.nothingLeft} grave />
      </dl>
      {trouble && (
        <p role="alert" className="mb-2 font-semibold text-stop">
          {trouble}
        </p>
      )}
      {allowed && (
        <div className="flex flex-wrap gap-1.5">
          {!own && (
            <Button disabled={busy} onClick={() => answer(true)}>
              Agree, put it in force
            </Button>
          )}
          <Button quiet disabled={busy} onClick={() => answer(false)}>
            {own ? "Take it back" : "Do not agree"}
          </Button>
        </div>
      )}
      {own && <p className="mt-2 text-muted text-xs">Another lead or a steward has to agree.</p>}
    </section>
  );
}

function Count({ words, n, grave = false }: { words: string; n: number; grave?: boolean }) {
  return (
    <>
      <dt className="border-hair border-b py-1">{words}</dt>
      <dd
        className={`num border-hair border-b py-1 text-right font-semibold ${grave && n > 0 ? "text-stop" : ""}`}
      >
        {n}
      </dd>
    </>
  );
}

/** The rules are taken out as a file, changed, and brought back. */
function Propose() {
  const { trouble, busy, during } = useRules();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const [content, setContent] = useState("");
  const [reason, setReason] = useState("");
  const shipped = useQuery({
    queryKey: ["rulebooks-shipped"],
    queryFn: () => ask(client.GET("/api/rulebook/shipped")),
    enabled: open,
  });
  const show = (text: string) => setContent(JSON.stringify(JSON.parse(text), null, 2));
  const begin = () =>
    void during(async () => {
      show((await ask(client.GET("/api/rulebook/file"))).content);
      setOpen(true);
    });
  const beginWith = (one: RulebookShipped) => {
    show(one.content);
    setName(one.name);
  };
  const send = (event: FormEvent) => {
    event.preventDefault();
    void during(() => ask(client.POST("/api/rulebook/proposals", { body: { name, content, reason } })));
  };
  if (!open)
    return (
      <p className="mb-5">
        <Button quiet disabled={busy} onClick={begin}>
          Propose a change
        </Button>
      </p>
    );
  return (
    <form onSubmit={send} className="mb-5 grid gap-2">
      <h2 className="font-semibold font-serif text-base">Propose a change</h2>
      {shipped.data && (
        <fieldset className="grid gap-1">
          <legend className="mb-1 text-[13px]">
            Begin with the one in force, below, or with one of these
          </legend>
          {shipped.data.map((one) => (
            <p key={one.name} className="grid grid-cols-[6.5rem_1fr] items-start gap-2 text-muted text-xs">
              <Button quiet onClick={() => beginWith(one)} aria-label={`Begin with ${one.name}`}>
                {one.name}
              </Button>
              {one.asks}
            </p>
          ))}
        </fieldset>
      )}
      <label className="grid gap-1 text-[13px]">
        What it is called
        <input className="field" maxLength={80} value={name} onChange={(e) => setName(e.target.value)} />
      </label>
      <label className="grid gap-1 text-[13px]">
        The rulebook
        <textarea
          className="field num h-80 text-xs leading-4"
          spellCheck={false}
          value={content}
          onChange={(e) => setContent(e.target.value)}
        />
      </label>
      <label className="grid gap-1 text-[13px]">
        Why? It goes on the record.
        <input className="field" maxLength={400} value={reason} onChange={(e) => setReason(e.target.value)} />
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
        <Button quiet onClick={() => setOpen(false)}>
          Not now
        </Button>
      </div>
    </form>
  );
}
