import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { ask, client, type LinkDone, type LinkShown } from "../api/client";

const token = () => window.location.hash.slice(1);

/**
 * What a one-time link opens. Whatever merely follows addresses sees nothing: the token stands behind the address, and
 * it is sent when somebody presses. It stays in the address until it is used, so that the page can be loaded again.
 */
export function Link() {
  const [shown, setShown] = useState<LinkShown>();
  const [done, setDone] = useState<LinkDone>();
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const [code, setCode] = useState("");
  const [words, setWords] = useState("");
  // It brings the token without which nothing that this page sends is taken.
  useQuery({ queryKey: ["me"], queryFn: async () => (await ask(client.GET("/api/session"))) ?? null });
  const during = async (work: () => Promise<void>) => {
    setBusy(true);
    setTrouble("");
    try {
      await work();
    } catch (problem) {
      setTrouble(problem instanceof Error ? problem.message : "That did not work. Try again.");
    } finally {
      setBusy(false);
    }
  };
  const press = () =>
    during(async () => setShown(await ask(client.POST("/api/links/press", { body: { token: token() } }))));
  const answer = (choice: string, grave: boolean) =>
    during(async () => {
      const options = grave ? null : shown?.browserAsks;
      const added = shown?.mostWords ? words.trim() || undefined : undefined;
      const typed = added ?? (grave || !shown?.digits ? undefined : code);
      const given = options ? await (await import("../proofs/passkey")).passkeyFor(options) : typed;
      const body = given ? { token: token(), choice, given } : { token: token(), choice };
      const told = await ask(client.POST("/api/links/answer", { body }));
      window.history.replaceState(null, "", "/link");
      setDone(told);
    });
  return (
    <main className="mx-auto max-w-sm px-6 py-14 text-base">
      <p className="mb-6 font-bold font-serif text-2xl text-seal tracking-tight">Earnest</p>
      {done ? (
        <div role="status">
          {done.secret && <Secret characters={done.secret} asItStands={done.asItStands} />}
          <p>{done.says}</p>
        </div>
      ) : shown ? (
        <>
          <h1 className="mb-3 font-bold font-serif text-3xl">{shown.title}</h1>
          {shown.says.map((words) => (
            <p key={words} className="mb-3">
              {words}
            </p>
          ))}
          {shown.digits > 0 && (
            <label className="mt-5 grid gap-1.5 font-semibold">
              To say yes: the six digits of your authenticator
              <input
                className="field num min-h-14 px-3 text-2xl tracking-[0.2em]"
                inputMode="numeric"
                autoComplete="one-time-code"
                maxLength={shown.digits + 4}
                value={code}
                onChange={(e) => setCode(e.target.value.replace(/\D/g, ""))}
              />
            </label>
          )}
          {shown.mostWords > 0 && (
            <label className="mt-5 grid gap-1.5">
              If there is something that the desk should know
              <textarea
                className="field px-3 py-2"
                rows={2}
                maxLength={shown.mostWords}
                value={words}
                onChange={(e) => setWords(e.target.value)}
              />
            </label>
          )}
          <div className="mt-5 grid gap-2.5">
            {shown.choices.map((choice) => (
              <Large
                key={choice.id}
                grave={choice.grave}
                busy={busy || (!choice.grave && code.length < shown.digits)}
                press={() => answer(choice.id, choice.grave)}
              >
                {choice.words}
              </Large>
            ))}
          </div>
        </>
      ) : token() ? (
        <>
          <h1 className="mb-3 font-bold font-serif text-3xl">The service desk has something for you</h1>
          <p className="mb-5">Press to see what it is. The link works once, so do not pass it on.</p>
          <Large busy={busy} press={press}>
            Show it
          </Large>
        </>
      ) : (
        <p>
          Something is missing in the address. Open the link as it stands in the message, from its beginning
          to its end.
        </p>
      )}
      {trouble && (
        <p role="alert" className="mt-4 rounded-[3px] bg-stop-wash px-2.5 py-1.5 font-semibold text-stop">
          {trouble}
        </p>
      )}
    </main>
  );
}

interface SecretProps {
  characters: string;
  asItStands: boolean;
}

/** Shown this once; in groups of four so that it can be typed, unless it is made of words. */
export function Secret({ characters, asItStands }: SecretProps) {
  const [copied, setCopied] = useState(false);
  const groups = asItStands ? [characters] : (characters.match(/.{1,4}/gu) ?? []);
  const copy = async () => {
    await navigator.clipboard.writeText(characters);
    setCopied(true);
  };
  return (
    <div className="mb-4">
      <h1 className="mb-3 font-bold font-serif text-3xl">Your temporary password</h1>
      <p className="num mb-2 flex flex-wrap gap-x-3 rounded border border-line bg-sheet px-3 py-4 text-2xl">
        {groups.map((group, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: groups never move
          <span key={i}>{group}</span>
        ))}
      </p>
      <p className="mb-3 text-muted">
        {asItStands ? "" : "Type it without spaces. "}It is gone when you leave this page.
      </p>
      <Large busy={false} press={() => void copy()}>
        {copied ? "Copied" : "Copy it"}
      </Large>
    </div>
  );
}

interface LargeProps {
  grave?: boolean;
  busy: boolean;
  press: () => void;
  children: ReactNode;
}

/** Large enough for a thumb. */
function Large({ grave = false, busy, press, children }: LargeProps) {
  return (
    <button
      type="button"
      disabled={busy}
      onClick={press}
      className={`min-h-12 w-full rounded border px-4 py-2 text-center font-semibold text-base disabled:opacity-60 ${
        grave ? "border-stop bg-sheet text-stop" : "border-good bg-good text-lit"
      }`}
    >
      {children}
    </button>
  );
}
