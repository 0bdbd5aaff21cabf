import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { ask, client, onProveAgain } from "../api/client";
import { DIGITS, Digits } from "../factors/digits";
import { ownFactors } from "../factors/query";
import { passkeyFor } from "../proofs/passkey";
import { Button } from "../ui/parts";

/** Asks for a code or passkey before what lowers what keeps people safe; whoever leaves it has done nothing. */
export function ProveAgain() {
  const dialog = useRef<HTMLDialogElement>(null);
  const field = useRef<HTMLInputElement>(null);
  const waits = useRef<(proved: boolean) => void>(undefined);
  const [asked, setAsked] = useState(false);
  const [code, setCode] = useState("");
  const [trouble, setTrouble] = useState("");
  const factors = useQuery({ ...ownFactors, enabled: asked });
  const has = (kind: string) => factors.data?.some((one) => one.kind === kind) ?? false;
  useEffect(() => {
    onProveAgain(
      () =>
        new Promise((proved) => {
          waits.current = proved;
          setCode("");
          setTrouble("");
          setAsked(true);
          dialog.current?.showModal();
        }),
    );
    return () => onProveAgain(async () => false);
  }, []);
  const end = (proved: boolean) => {
    waits.current?.(proved);
    waits.current = undefined;
    setAsked(false);
    dialog.current?.close();
  };
  const show = async (given: () => Promise<{ code: string } | { passkey: string }>) => {
    setTrouble("");
    try {
      await ask(client.POST("/api/session/again", { body: await given() }));
      end(true);
    } catch (problem) {
      setTrouble(problem instanceof Error ? problem.message : "That did not work. Try again.");
      setCode("");
      field.current?.focus();
    }
  };
  const type = (digits: string) => {
    setCode(digits);
    if (digits.length === DIGITS) void show(async () => ({ code: digits }));
  };
  const use = () =>
    show(async () => {
      const { options } = await ask(client.POST("/api/session/again/passkey"));
      return { passkey: await passkeyFor(options) };
    });
  // Until it is known what they have, there is the field that nearly all need.
  const typed = has("authenticator") || !has("passkey");
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
      {typed && <Digits field={field} code={code} onCode={type} />}
      {has("passkey") && (
        <Button className="mt-2" onClick={() => void use()}>
          Use your passkey
        </Button>
      )}
      <p role="alert" className="min-h-6 font-semibold text-[13px] text-stop">
        {trouble}
      </p>
      <Button quiet onClick={() => end(false)}>
        Leave it
      </Button>
    </dialog>
  );
}
