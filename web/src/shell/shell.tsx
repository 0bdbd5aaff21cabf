import { useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useState } from "react";
import { Link, useLocation } from "wouter";
import { ask, client, onSignedOut, Problem } from "../api/client";
import { useKeys } from "../keys/use-keys";
import { follow } from "../live/live";
import { PLACES } from "../places/all";
import { may } from "../places/place";
import { SignIn } from "../sign-in/sign-in";
import { SignedIn } from "./context";
import { KeyList } from "./key-list";
import { Opened } from "./opened";
import { ProveAgain } from "./prove-again";
import { ThemeSwitch } from "./theme-switch";

/** Opened once in a while: nobody waits for it at the start. */
const OwnFactors = lazy(async () => ({ default: (await import("../factors/own-factors")).OwnFactors }));

const initials = (name: string) =>
  name
    .split(" ")
    .map((word) => word[0])
    .join("")
    .slice(0, 2);

/** What is around every page: who is signed in, where to go, and whether the page is live. */
export function Shell() {
  const queries = useQueryClient();
  const me = useQuery({
    queryKey: ["me"],
    queryFn: async () => (await ask(client.GET("/api/session"))) ?? null,
    refetchInterval: 60_000,
  });
  const [connected, setConnected] = useState(true);
  const [trouble, setTrouble] = useState("");
  const [keysOpen, setKeysOpen] = useState(false);
  const [factorsOpen, setFactorsOpen] = useState(false);
  useEffect(() => onSignedOut(() => queries.setQueryData(["me"], null)), [queries]);
  const id = me.data?.id;
  useEffect(() => (id ? follow(queries, setConnected) : undefined), [id, queries]);
  useKeys([{ key: "?", words: "List the keys", run: () => setKeysOpen(true) }]);

  if (me.isPending) return <p className="p-6 text-muted">Opening the book.</p>;
  if (!me.data) return <SignIn />;
  const who = me.data;
  const open = PLACES.filter((place) => may(who, place.right));
  const signOut = async () => {
    setTrouble("");
    try {
      await ask(client.DELETE("/api/session"));
    } catch (problem) {
      setTrouble(`You are still signed in. ${problem instanceof Problem ? problem.message : "Try again."}`);
      return;
    }
    // An answer that is still on its way would sign the page in again.
    await queries.cancelQueries({ queryKey: ["me"] });
    queries.setQueryData(["me"], null);
    // What this analyst saw is not kept for the next one.
    queries.removeQueries({ predicate: (query) => query.queryKey[0] !== "me" });
  };
  return (
    <div className="book">
      <header className="flex flex-wrap items-center gap-x-[22px] gap-y-1 border-rule border-b px-4">
        <span className="font-bold font-serif text-seal text-xl leading-none tracking-tight">Earnest</span>
        <nav aria-label="Main" className="flex gap-4 self-stretch">
          {open.map((place) => (
            <WayTo key={place.id} to={`/${place.id}`} words={place.words} />
          ))}
        </nav>
        {!connected && (
          <span role="status" className="font-semibold text-wait">
            not live, connecting again
          </span>
        )}
        {trouble && (
          <span role="alert" className="font-semibold text-stop">
            {trouble}
          </span>
        )}
        <span className="ml-auto flex items-center gap-3 py-1">
          {open.map((place) => place.head && <place.head key={place.id} />)}
          <ThemeSwitch />
          <button
            type="button"
            title="What you sign in with"
            onClick={() => setFactorsOpen(true)}
            className="flex min-h-6 items-center gap-2"
          >
            <span
              aria-hidden
              className="grid size-[26px] place-items-center rounded-full bg-seal font-semibold text-[11px] text-sheet"
            >
              {initials(who.name)}
            </span>
            {who.name}
          </button>
          <button type="button" onClick={signOut} className="min-h-6 text-muted underline">
            Sign out
          </button>
        </span>
      </header>
      <SignedIn value={who}>
        <Opened />
      </SignedIn>
      {factorsOpen && (
        <Suspense fallback={null}>
          <OwnFactors onClose={() => setFactorsOpen(false)} />
        </Suspense>
      )}
      <ProveAgain />
      <KeyList open={keysOpen} onOpenChange={setKeysOpen} />
    </div>
  );
}

function WayTo({ to, words }: { to: string; words: string }) {
  const [address] = useLocation();
  const here = address === to || address.startsWith(`${to}/`);
  return (
    <Link
      href={to}
      aria-current={here ? "page" : undefined}
      className={`flex items-center px-px py-3 ${here ? "font-semibold text-ink shadow-[inset_0_-2px_var(--seal)]" : "text-muted"}`}
    >
      {words}
    </Link>
  );
}
