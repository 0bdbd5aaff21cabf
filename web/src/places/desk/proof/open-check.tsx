import { useEffect, useRef, useState } from "react";
import type { OpenCheck as Check, CheckForm } from "../../../api/client";
import { releaseKeys } from "../../../keys/keys";
import { useKeys } from "../../../keys/use-keys";
import { Button } from "../../../ui/parts";
import { inWords, useNow } from "../../../ui/time";
import { endCheck, replyToCheck } from "../acts";
import { useNotices } from "../notices";

interface Props {
  ticket: string;
  check: Check;
}

/** The check under way, in place: one of a few forms, whatever its method. */
export function OpenCheck({ ticket, check }: Props) {
  const typed = check.form.kind === "code" || check.form.kind === "text";
  return (
    <section aria-label={check.label} className="my-2 rounded border border-seal bg-lit p-2.5">
      <h3 className="mb-1 font-semibold">{check.label}</h3>
      {typed ? (
        <Typed key={check.id} ticket={ticket} check={check} />
      ) : (
        <Chosen ticket={ticket} check={check} />
      )}
    </section>
  );
}

/**
 * Whoever presses Enter after the last digit, which has sent the code already, has not answered twice: a second reply
 * would count as a second try.
 */
function useOneAtATime() {
  const under = useRef(false);
  /** The deed says whether another reply may follow it. */
  return async (deed: () => Promise<boolean>) => {
    if (under.current) return;
    under.current = true;
    let again = true;
    try {
      again = await deed();
    } finally {
      under.current = !again;
    }
  };
}

function Says({ form }: { form: CheckForm }) {
  if (!form.says) return null;
  return (
    <p className={`text-[13px] ${form.trouble ? "font-semibold text-wait" : "text-muted"}`}>{form.says}</p>
  );
}

function Typed({ ticket, check }: Props) {
  const notices = useNotices();
  const now = useNow();
  const field = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState("");
  const [said, setSaid] = useState("");
  const { digits, asks } = check.form;
  // In the place of a code somebody may say words by which they are in need: then it is words.
  const words = digits > 0 && /\p{L}/u.test(typed);
  const code = digits > 0 && !words;
  const one = useOneAtATime();
  const submit = (value: string) =>
    one(async () => {
      let again = true;
      await notices.during(async () => {
        const outcome = await replyToCheck(ticket, check.id, { typed: value });
        const wrong = outcome.outcome === "wrong";
        again = wrong || outcome.outcome === "open";
        if (again) {
          setTyped("");
          const left = outcome.triesLeft === 1 ? "One try" : `${outcome.triesLeft} tries`;
          setSaid(wrong ? `Wrong. ${left} left.` : "");
          field.current?.focus();
        }
      });
      return again;
    });
  const change = (value: string) => {
    const asCode = digits > 0 && !/\p{L}/u.test(value);
    const next = asCode ? value.replace(/\D/g, "").slice(0, digits) : value;
    setTyped(next);
    // A code submits itself at the last digit.
    if (asCode && next.length === digits) void submit(next);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the form comes
  useEffect(() => {
    field.current?.focus();
    const meanwhile = releaseKeys("form");
    if (meanwhile) change(meanwhile);
  }, []);
  const left = check.expiresAt ? Math.max(0, Date.parse(check.expiresAt) - now) : null;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (typed.trim()) void submit(typed);
      }}
    >
      <Says form={check.form} />
      <label className="mt-1 block">
        <span className="text-[13px]">{asks}</span>
        <input
          ref={field}
          className={`field mt-1 ${code ? "num text-lg tracking-[.3em]" : ""}`}
          inputMode={digits > 0 ? "numeric" : "text"}
          autoComplete="off"
          spellCheck={false}
          maxLength={160}
          value={typed}
          onChange={(event) => change(event.target.value)}
          onKeyDown={(event) => event.key === "Escape" && field.current?.blur()}
        />
      </label>
      <p aria-live="polite" className="min-h-5 font-semibold text-[13px] text-stop">
        {said}
      </p>
      <div className="flex flex-wrap items-center gap-1.5">
        {!code && <Button type="submit">Compare</Button>}
        <Button quiet onClick={() => void notices.during(() => endCheck(ticket, check.id))}>
          End without answer
        </Button>
        {left !== null && left > 0 && (
          <small className="text-muted text-xs">
            good for {inWords(new Date(now - left).toISOString(), now)} more
          </small>
        )}
      </div>
    </form>
  );
}

/** What something outside, or the analyst's ear, decides. */
function Chosen({ ticket, check }: Props) {
  const notices = useNotices();
  const { choices, says, sayFirst } = check.form;
  useEffect(() => void releaseKeys("form"), []);
  const one = useOneAtATime();
  const choose = (chosen: string) =>
    void one(async () => {
      await notices.during(() => replyToCheck(ticket, check.id, { chosen }));
      return true;
    });
  const end = () => void notices.during(() => endCheck(ticket, check.id));
  useKeys([
    ...choices.map((choice) => ({ ...choice, run: () => choose(choice.id) })),
    { key: "x", words: "End the check without an answer", run: end },
  ]);
  return (
    <>
      {sayFirst && (
        <p className="mb-2 text-[13px]">
          Say first: <b className="block font-serif text-xl">{sayFirst}</b>
          <span className="text-muted">They read it in a text that leaves now, and know you by it.</span>
        </p>
      )}
      <p role="status" className="mb-2 text-[13px]">
        {says}
      </p>
      <div className="grid gap-1">
        {choices.map((choice, i) => (
          <Button
            key={choice.id}
            quiet={i > 0}
            hotkey={choice.key.toUpperCase()}
            onClick={() => choose(choice.id)}
          >
            {choice.words}
          </Button>
        ))}
        <Button quiet hotkey="X" onClick={end}>
          End without answer
        </Button>
      </div>
    </>
  );
}
