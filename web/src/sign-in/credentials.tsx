import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useEffect, useRef, useState } from "react";
import { ask, client, Problem, type SecondFactor } from "../api/client";
import { DIGITS, Digits } from "../factors/digits";
import { NewAuthenticator } from "../factors/new-authenticator";
import { knowsPasskeys, makePasskey, passkeyFor } from "../proofs/passkey";
import { Button } from "../ui/parts";

interface Props {
  login: string;
  password: string;
  setLogin: (login: string) => void;
  setPassword: (password: string) => void;
  /** Where the demo's codes show, once a name is chosen. */
  pocket: string | undefined;
}

/** What is asked beside the password, by what the server says is wanted. */
const WANTED: Record<string, { code: boolean; passkey: boolean }> = {
  "code-wanted": { code: true, passkey: false },
  "passkey-wanted": { code: false, passkey: true },
  "code-or-passkey-wanted": { code: true, passkey: true },
};

/** Name and password; then what one has beside it, which whoever has nothing sets up here. */
export function Credentials({ login, password, setLogin, setPassword, pocket }: Props) {
  const queries = useQueryClient();
  const [asked, setAsked] = useState<{ code: boolean; passkey: boolean }>();
  const [settingUp, setSettingUp] = useState(false);
  const [factor, setFactor] = useState<SecondFactor>();
  const [code, setCode] = useState("");
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const use = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (asked) (field.current ?? use.current)?.focus();
  }, [asked]);
  const body = { login, password };
  const back = () => {
    setAsked(undefined);
    setSettingUp(false);
    setFactor(undefined);
    setCode("");
    setPassword("");
  };
  const refused = async (problem: unknown) => {
    if (!(problem instanceof Problem)) throw problem;
    const wanted = WANTED[problem.type];
    if (wanted) return setAsked(wanted);
    if (problem.type === "second-factor-missing") {
      setSettingUp(true);
      setFactor(await ask(client.POST("/api/session/factor", { body })));
      return setAsked({ code: true, passkey: knowsPasskeys() });
    }
    setCode("");
    if (problem.type === "sign-in-refused") back();
    throw problem;
  };
  const submit = async (given: () => Promise<{ code?: string; passkey?: string }>) => {
    setBusy(true);
    setTrouble("");
    try {
      const more = await given();
      const me = await ask(client.POST("/api/session", { body: { ...body, ...more } })).catch(refused);
      queries.setQueryData(["me"], me);
    } catch (problem) {
      // What the browser says of a passkey is in words as well.
      setTrouble(problem instanceof Error ? problem.message : "Signing in did not work. Try again.");
    } finally {
      setBusy(false);
    }
  };
  const send = (event: FormEvent) => {
    event.preventDefault();
    if (!busy) void submit(async () => (code ? { code } : {}));
  };
  const type = (digits: string) => {
    setCode(digits);
    // A code submits itself at the last digit.
    if (digits.length === DIGITS && !busy) void submit(async () => ({ code: digits }));
  };
  const passkey = () =>
    submit(async () => {
      if (settingUp) {
        // With it, the key that was shown is void.
        const { options } = await ask(client.POST("/api/session/passkey/new", { body }));
        setFactor(undefined);
        setAsked({ code: false, passkey: true });
        return { passkey: await makePasskey(options) };
      }
      const { options } = await ask(client.POST("/api/session/passkey", { body }));
      return { passkey: await passkeyFor(options) };
    });
  return (
    <form onSubmit={send} className="grid gap-3">
      {!asked && (
        <>
          <label className="grid gap-1">
            Name to sign in with
            <input
              className="field"
              autoComplete="username"
              value={login}
              onChange={(e) => setLogin(e.target.value)}
            />
          </label>
          <label className="grid gap-1">
            Password
            <input
              className="field"
              type="password"
              autoComplete="current-password"
              value={password}
              onChange={(e) => setPassword(e.target.value)}
            />
          </label>
        </>
      )}
      {factor && (
        <>
          <p>A password alone is not enough here.</p>
          <NewAuthenticator factor={factor} />
        </>
      )}
      {asked?.code && (
        <>
          <Digits field={field} code={code} onCode={type} />
          {pocket && (
            <small className="text-muted">
              In the demo they are in{" "}
              <a className="text-seal underline" href={pocket} target="_blank" rel="noreferrer">
                the pocket of {login}
              </a>
              .
            </small>
          )}
        </>
      )}
      {trouble && (
        <p role="alert" className="rounded-[3px] bg-stop-wash px-2.5 py-1.5 font-semibold text-stop">
          {trouble}
        </p>
      )}
      {(!asked || asked.code) && (
        <Button
          type="submit"
          disabled={busy || !login || !password || (asked && code.length < DIGITS)}
          className="justify-center"
        >
          Sign in
        </Button>
      )}
      {asked?.passkey && (
        <Button
          ref={use}
          quiet={asked.code}
          disabled={busy}
          className="justify-center"
          onClick={() => void passkey()}
        >
          {settingUp ? "Make a passkey of this device" : "Use your passkey"}
        </Button>
      )}
      {asked && (
        <Button quiet className="justify-center" onClick={back}>
          As somebody else
        </Button>
      )}
    </form>
  );
}
