import { useEffect, useRef, useState } from "react";
import { ask, client, onProveAgain, Problem } from "../api/client";
import { Button } from "../ui/parts";

const DIGITS = 6;

/** Asks for a code before what lowers what keeps people safe; whoever leaves it has done nothing. */
export function ProveAgain() {
  const dialog = useRef<HTMLDialogElement>(null);
  const field = useRef<HTMLInputElement>(null);
  const waits = useRef<(proved: boolean) => void>(undefined);
  const [code, setCode] = useState("");
  const [trouble, setTrouble] = useState("");
  useEffect(() => {
    onProveAgain(
      () =>
        new Promise((proved) => {
          waits.current = proved;
          setCode("");
          setTrouble("");
          dialog.current?.showModal();
        }),
    );
    return () => onProveAgain(async () => false);
  }, []);
  const end = (proved: boolean) => {
    waits.current?.(proved);
    waits.current = undefined;
    dialog.current?.close();
  };
  const type = async (value: string) => {
    const digits = value.replace(/\D/g, "").slice(0, DIGITS);
    setCode(digits);
    if (digits.length < DIGITS) return;
    try {
      await ask(client.POST("/api/session/again", { body: { code: digits } }));
      end(true);
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
      setCode("");
      field.current?.focus();
    }
  };
  return (
    <dialog
      ref={dialog}
      aria-labelledby="prove-again"
      onClose={() => end(false)}
      className="mx-auto mt-24 w-[24rem] max-w-[92vw] rounded border border-rule bg-lit p-4 text-ink backdrop:bg-ink/30"
    >
      <h2 id="prove-again" className="mb-2 font-semibold font-serif text-lg">
        Show that it is you
      </h2>
      <p className="mb-3">What you are about to do lowers what keeps people safe.</p>
      <label className="grid gap-1">
        The six digits of your authenticator
        <input
          ref={field}
          className="field num text-lg tracking-[.3em]"
          inputMode="numeric"
          autoComplete="one-time-code"
          maxLength={2 * DIGITS}
          value={code}
          onChange={(e) => void type(e.target.value)}
        />
      </label>
      <p role="alert" className="min-h-6 font-semibold text-[13px] text-stop">
        {trouble}
      </p>
      <Button quiet onClick={() => end(false)}>
        Leave it
      </Button>
    </dialog>
  );
}
