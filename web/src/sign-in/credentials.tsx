import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, lazy, Suspense, useEffect, useRef, useState } from "react";
import { ask, client, Problem, type SecondFactor } from "../api/client";
import { Button } from "../ui/parts";

const Picture = lazy(async () => ({ default: (await import("../proofs/code")).Code }));
const DIGITS = 6;

interface Props {
  login: string;
  password: string;
  setLogin: (login: string) => void;
  setPassword: (password: string) => void;
  /** Where the demo's codes show, once a name is chosen. */
  pocket: string | undefined;
}

/** Name and password; then the code of the authenticator, which whoever has none sets up here. */
export function Credentials({ login, password, setLogin, setPassword, pocket }: Props) {
  const queries = useQueryClient();
  const [asked, setAsked] = useState(false);
  const [factor, setFactor] = useState<SecondFactor>();
  const [code, setCode] = useState("");
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (asked) field.current?.focus();
  }, [asked]);
  const back = () => {
    setAsked(false);
    setFactor(undefined);
    setCode("");
    setPassword("");
  };
  const refused = async (problem: unknown) => {
    if (!(problem instanceof Problem)) throw problem;
    if (problem.type === "code-wanted") return setAsked(true);
    if (problem.type === "second-factor-missing") {
      setFactor(await ask(client.POST("/api/session/factor", { body: { login, password } })));
      return setAsked(true);
    }
    setCode("");
    if (problem.type === "sign-in-refused") back();
    throw problem;
  };
  const submit = async (typed: string) => {
    setBusy(true);
    setTrouble("");
    try {
      const body = typed ? { login, password, code: typed } : { login, password };
      queries.setQueryData(["me"], await ask(client.POST("/api/session", { body })).catch(refused));
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "Signing in did not work. Try again.");
    } finally {
      setBusy(false);
    }
  };
  const send = (event: FormEvent) => {
    event.preventDefault();
    if (!busy) void submit(code);
  };
  const type = (value: string) => {
    const digits = value.replace(/\D/g, "").slice(0, DIGITS);
    setCode(digits);
    // A code submits itself at the last digit.
    if (digits.length === DIGITS && !busy) void submit(digits);
  };
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
        <section aria-label="Your authenticator" className="grid gap-2">
          <p>
            A password alone is not enough here. Take this key into an app that shows six digits; it is shown
            this once.
          </p>
          <Suspense fallback={null}>
            <Picture text={factor.address} />
          </Suspense>
          <p className="text-[13px] text-muted">
            Or type it there:{" "}
            <span className="num block text-ink">{factor.key.match(/.{1,4}/g)?.join(" ")}</span>
          </p>
        </section>
      )}
      {asked && (
        <label className="grid gap-1">
          The six digits of your authenticator
          <input
            ref={field}
            className="field num text-lg tracking-[.3em]"
            inputMode="numeric"
            autoComplete="one-time-code"
            maxLength={2 * DIGITS}
            value={code}
            onChange={(e) => type(e.target.value)}
          />
          {pocket && (
            <small className="text-muted">
              In the demo they are in{" "}
              <a className="text-seal underline" href={pocket} target="_blank" rel="noreferrer">
                the pocket of {login}
              </a>
              .
            </small>
          )}
        </label>
      )}
      {trouble && (
        <p role="alert" className="rounded-[3px] bg-stop-wash px-2.5 py-1.5 font-semibold text-stop">
          {trouble}
        </p>
      )}
      <Button
        type="submit"
        disabled={busy || !login || !password || (asked && code.length < DIGITS)}
        className="justify-center"
      >
        Sign in
      </Button>
      {asked && (
        <Button quiet className="justify-center" onClick={back}>
          As somebody else
        </Button>
      )}
    </form>
  );
}
