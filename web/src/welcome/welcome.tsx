import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ask, client, Problem } from "../api/client";
import { Button } from "../ui/parts";

/** Where somebody who was invited chooses their first password. */
export function Welcome() {
  const [login, setLogin] = useState("");
  const [code, setCode] = useState("");
  const [password, setPassword] = useState("");
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const [done, setDone] = useState(false);
  // It brings the token without which nothing that this page sends is taken.
  useQuery({ queryKey: ["me"], queryFn: async () => (await ask(client.GET("/api/session"))) ?? null });
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setTrouble("");
    try {
      await ask(client.POST("/api/welcome", { body: { login: login.trim(), code: code.trim(), password } }));
      setDone(true);
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
    } finally {
      setBusy(false);
    }
  };
  return (
    <main className="mx-auto max-w-sm px-6 py-14">
      <h1 className="mb-1 font-bold font-serif text-4xl text-seal tracking-tight">Earnest</h1>
      {done ? (
        <p role="status" className="mt-4">
          Your password is chosen.{" "}
          <a className="font-semibold text-seal underline" href="/">
            Sign in with it
          </a>
          .
        </p>
      ) : (
        <>
          <p className="mb-6 text-muted">
            Welcome. A steward gave you a code; with it you choose the password that you sign in with.
          </p>
          <form onSubmit={submit} className="grid gap-3">
            <label className="grid gap-1">
              Name to sign in with
              <input
                className="field num"
                autoComplete="username"
                autoCapitalize="none"
                value={login}
                onChange={(e) => setLogin(e.target.value)}
              />
            </label>
            <label className="grid gap-1">
              Code
              <input
                className="field num"
                autoComplete="one-time-code"
                autoCapitalize="none"
                spellCheck={false}
                value={code}
                onChange={(e) => setCode(e.target.value)}
              />
            </label>
            <label className="grid gap-1">
              New password
              <input
                className="field"
                type="password"
                autoComplete="new-password"
                value={password}
                onChange={(e) => setPassword(e.target.value)}
              />
              <small className="text-muted text-xs">At least 15 characters; a sentence is good.</small>
            </label>
            {trouble && (
              <p role="alert" className="rounded-[3px] bg-stop-wash px-2.5 py-1.5 font-semibold text-stop">
                {trouble}
              </p>
            )}
            <Button type="submit" disabled={busy || !login || !code || !password} className="justify-center">
              Choose this password
            </Button>
          </form>
        </>
      )}
    </main>
  );
}
