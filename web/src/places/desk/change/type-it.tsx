import { type FormEvent, useEffect, useState } from "react";
import { type Page, type PasswordTrial, Problem, type System } from "../../../api/client";
import { Button } from "../../../ui/parts";
import { change, tryOut } from "../acts";
import { useNotices } from "../notices";

interface Props {
  page: Page;
  system: System;
  hotkey: string;
  done: () => void;
}

/** A temporary password that the analyst types, with each rule of the system kept or broken as it grows. */
export function TypeIt({ page, system, hotkey, done }: Props) {
  const [typed, setTyped] = useState("");
  const notices = useNotices();
  const rules = useRules(page.ticket.id, system.id, typed);
  const ready = typed !== "" && rules.trial?.ok === true && rules.of === typed;
  const give = async (event: FormEvent) => {
    event.preventDefault();
    if (!ready) return;
    await notices.during(() =>
      change(page.ticket.id, {
        system: system.id,
        action: "temporary-password",
        version: page.ticket.version,
        style: "typed",
        typed,
      }),
    );
    // Not kept in the page once it is on its way.
    setTyped("");
    done();
  };
  return (
    <form onSubmit={give} className="mt-1.5 grid gap-1">
      <label className="grid gap-0.5 text-xs">
        <span className="text-muted">Type it; nobody's name, nothing in use elsewhere</span>
        <input
          id={`type-${system.id}`}
          className="field num"
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          value={typed}
          aria-describedby={`rules-${system.id}`}
          onChange={(e) => setTyped(e.target.value)}
        />
      </label>
      <ul id={`rules-${system.id}`} aria-label="What the system asks of it" className="text-xs">
        {(rules.trial?.rules ?? []).map((rule) => (
          <li key={rule.rule} className={rule.kept ? "text-good" : "text-muted"}>
            <span aria-hidden>{rule.kept ? "✓ " : "‖ "}</span>
            {rule.words}
            <span className="sr-only">{rule.kept ? ", kept" : ", not yet"}</span>
          </li>
        ))}
        {(rules.trial?.remembers ?? 0) > 0 && (
          <li className="text-muted">
            The system itself also refuses their last {rules.trial?.remembers} passwords
          </li>
        )}
      </ul>
      {rules.trouble && (
        <p role="alert" className="font-semibold text-stop text-xs">
          {rules.trouble}
        </p>
      )}
      <Button type="submit" disabled={!ready} className="justify-self-start">
        Give this one <span className="sr-only">({hotkey})</span>
      </Button>
    </form>
  );
}

interface Seen {
  of?: string;
  trial?: PasswordTrial;
  trouble?: string;
}

const PAUSE_MS = 200;

/** The rules for what is typed, asked for when typing pauses. In no cache, since a secret is asked about. */
function useRules(ticket: string, system: string, typed: string): Seen {
  const [seen, setSeen] = useState<Seen>({});
  useEffect(() => {
    const stop = new AbortController();
    const waiting = setTimeout(() => {
      tryOut(ticket, system, typed, stop.signal).then(
        (trial) => setSeen({ of: typed, trial }),
        (problem: unknown) => {
          if (stop.signal.aborted) return;
          const trouble = problem instanceof Problem ? problem.message : "The rules could not be asked for.";
          setSeen((before) => ({ ...before, trouble }));
        },
      );
    }, PAUSE_MS);
    return () => {
      clearTimeout(waiting);
      stop.abort();
    };
  }, [ticket, system, typed]);
  return seen;
}
