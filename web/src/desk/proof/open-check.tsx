import { useEffect, useRef, useState } from "react";
import type { OpenCheck as Check } from "../../api/client";
import { useKeys } from "../../keys/use-keys";
import { Button } from "../../ui/parts";
import { inWords, useNow } from "../../ui/time";
import { answerCheck, endCheck, heard } from "../acts";
import { useNotices } from "../notices";

interface Props {
  ticket: string;
  check: Check;
  lit: boolean;
}

/** The check under way, in place. */
export function OpenCheck({ ticket, check, lit }: Props) {
  return (
    <section aria-label={check.label} className="my-2 rounded border border-seal bg-lit p-2.5">
      <h3 className="mb-1 font-semibold">{check.label}</h3>
      {check.method === "call-back" ? (
        <CallBack ticket={ticket} check={check} lit={lit} />
      ) : (
        <Typed key={check.id} ticket={ticket} check={check} />
      )}
    </section>
  );
}

const DIGITS = 6;
const CODES = new Set(["code-by-text", "authenticator"]);

function Typed({ ticket, check }: { ticket: string; check: Check }) {
  const notices = useNotices();
  const now = useNow();
  const field = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState("");
  const [said, setSaid] = useState("");
  const code = CODES.has(check.method);
  useEffect(() => field.current?.focus(), []);
  const submit = async (value: string) => {
    await notices.during(async () => {
      const outcome = await answerCheck(ticket, check.id, value);
      if (outcome.outcome === "wrong") {
        setTyped("");
        setSaid(`Wrong. ${outcome.triesLeft === 1 ? "One try" : `${outcome.triesLeft} tries`} left.`);
        field.current?.focus();
      }
    });
  };
  const change = (value: string) => {
    const next = code ? value.replace(/\D/g, "").slice(0, DIGITS) : value;
    setTyped(next);
    // A code submits itself at the last digit.
    if (code && next.length === DIGITS) void submit(next);
  };
  const left = check.expiresAt ? Math.max(0, Date.parse(check.expiresAt) - now) : null;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (typed.trim()) void submit(typed);
      }}
    >
      {check.delivery && (
        <p className={`text-[13px] ${check.trouble ? "font-semibold text-wait" : "text-muted"}`}>
          The text {check.delivery}
          {check.trouble ? `: ${check.trouble}` : ""}
        </p>
      )}
      <label className="mt-1 block">
        <span className="text-[13px]">{check.asks}</span>
        <input
          ref={field}
          className={`field mt-1 ${code ? "num text-lg tracking-[.3em]" : ""}`}
          inputMode={code ? "numeric" : "text"}
          autoComplete="off"
          spellCheck={false}
          maxLength={code ? 12 : 160}
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

const LINE: Record<string, string> = {
  "being placed": "The call is being placed.",
  ringing: "It rings.",
  answered: "Somebody answered. Ask whether they called the desk, and for what.",
  declined: "The call was declined.",
  unanswered: "Nobody answered.",
  ended: "The call is over.",
};

const HEARD = [
  { what: "confirmed", key: "y", words: "It is them, and they asked for it" },
  { what: "somebody-else", key: "n", words: "It is somebody else" },
  { what: "denied", key: "d", words: "They did not ask for this" },
];

function CallBack({ ticket, check, lit }: Props) {
  const notices = useNotices();
  const answered = check.delivery === "answered" || check.delivery === "ended";
  const say = (what: string) => void notices.during(() => heard(ticket, check.id, what));
  const offered = answered ? HEARD : [];
  useKeys(
    lit
      ? [
          ...offered.map((h) => ({ key: h.key, words: h.words, run: () => say(h.what) })),
          { key: "x", words: "End the call back without an answer", run: () => say("no-answer") },
        ]
      : [],
  );
  return (
    <>
      <p role="status" className="mb-2 text-[13px]">
        {LINE[check.delivery ?? "being placed"] ?? check.delivery}
      </p>
      <div className="grid gap-1">
        {offered.map((h, i) => (
          <Button key={h.what} quiet={i > 0} hotkey={h.key.toUpperCase()} onClick={() => say(h.what)}>
            {h.words}
          </Button>
        ))}
        <Button quiet hotkey="X" onClick={() => say("no-answer")}>
          End without answer
        </Button>
      </div>
    </>
  );
}
