import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { ask, client, type HeldFactor, Problem, type SecondFactor } from "../api/client";
import { knowsPasskeys, makePasskey } from "../proofs/passkey";
import { Button } from "../ui/parts";
import { day } from "../ui/time";
import { DIGITS, Digits } from "./digits";
import { NewAuthenticator } from "./new-authenticator";
import { ownFactors } from "./query";

const MOST_PASSKEYS = 5;
const NAMES: Record<string, string> = { authenticator: "Authenticator", passkey: "Passkey" };

/** What one signs in with beside the password: to add to, and to take away from. */
export function OwnFactors({ onClose }: { onClose: () => void }) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => dialog.current?.showModal(), []);
  return (
    <dialog
      ref={dialog}
      aria-labelledby="own-factors"
      onClose={onClose}
      className="mx-auto mt-24 w-[28rem] max-w-[92vw] rounded border border-rule bg-lit p-4 text-ink backdrop:bg-ink/30"
    >
      <h2 id="own-factors" className="mb-2 font-semibold font-serif text-lg">
        What you sign in with
      </h2>
      <Factors />
      <Button quiet onClick={onClose}>
        Done
      </Button>
    </dialog>
  );
}

function Factors() {
  const queries = useQueryClient();
  const factors = useQuery(ownFactors);
  const [adding, setAdding] = useState<SecondFactor>();
  const [code, setCode] = useState("");
  const [told, setTold] = useState("");
  const [trouble, setTrouble] = useState("");
  const held = factors.data ?? [];
  const passkeys = held.filter((one) => one.kind === "passkey").length;
  const during = async (words: string, work: () => Promise<void>) => {
    setTold("");
    setTrouble("");
    try {
      await work();
      setTold(words);
    } catch (problem) {
      // What the browser says of a passkey is in words as well.
      setTrouble(problem instanceof Error ? problem.message : "That did not work. Try again.");
    } finally {
      await queries.invalidateQueries(ownFactors);
    }
  };
  const addPasskey = () =>
    during("Your passkey is added.", async () => {
      const { options } = await ask(client.POST("/api/session/factors/passkey"));
      const passkey = await makePasskey(options);
      await ask(client.POST("/api/session/factors", { body: { passkey } }));
    });
  const beginAuthenticator = () =>
    during("", async () => {
      setAdding(await ask(client.POST("/api/session/factors/authenticator")));
    });
  const type = (digits: string) => {
    setCode(digits);
    if (digits.length < DIGITS) return;
    void during("Your authenticator is added.", async () => {
      setCode("");
      await ask(client.POST("/api/session/factors", { body: { code: digits } }));
      setAdding(undefined);
    });
  };
  const remove = (one: HeldFactor) =>
    during(`${NAMES[one.kind]} taken away.`, async () => {
      await ask(client.DELETE("/api/session/factors/{factor}", { params: { path: { factor: one.id } } }));
    });
  if (factors.isError) {
    return (
      <p role="alert" className="mb-3 font-semibold text-stop">
        {factors.error instanceof Problem ? factors.error.message : "This could not be read. Try again."}
      </p>
    );
  }
  return (
    <div className="mb-3 grid gap-2">
      <p className="text-muted">Beside your password. With two of them you can lose one.</p>
      <ul className="grid gap-1">
        {held.map((one) => (
          <li key={one.id} className="flex items-baseline justify-between gap-3">
            <span>
              {NAMES[one.kind]} <span className="text-[13px] text-muted">since {day(one.since)}</span>
            </span>
            {held.length > 1 && (
              <Button quiet onClick={() => void remove(one)}>
                Take away
              </Button>
            )}
          </li>
        ))}
      </ul>
      <span className="flex flex-wrap gap-2">
        {knowsPasskeys() && passkeys < MOST_PASSKEYS && (
          <Button quiet onClick={() => void addPasskey()}>
            Add a passkey of this device
          </Button>
        )}
        {factors.isSuccess && passkeys === held.length && !adding && (
          <Button quiet onClick={() => void beginAuthenticator()}>
            Add an authenticator
          </Button>
        )}
      </span>
      {adding && (
        <>
          <NewAuthenticator factor={adding} />
          <Digits code={code} onCode={type} />
        </>
      )}
      <p role="status" className={told ? "font-semibold text-good" : "sr-only"}>
        {told}
      </p>
      <p role="alert" className={trouble ? "font-semibold text-stop" : "sr-only"}>
        {trouble}
      </p>
    </div>
  );
}
