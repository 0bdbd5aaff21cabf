import { type FormEvent, useState } from "react";
import { ask, client, type OwnPage, type OwnWay, type OwnWayUnderWay } from "../api/client";
import { Big, Line, Phone, Trouble } from "./parts";
import type { OwnPageInHand } from "./use-own-page";

const MINUTE = 60;
const FIRST = 4;

const takes = (seconds: number) =>
  seconds < MINUTE
    ? `${seconds} seconds`
    : seconds < 2 * MINUTE
      ? "a minute"
      : `${Math.round(seconds / MINUTE)} minutes`;

interface ProveProps {
  page: OwnPage;
  name: string;
  own: OwnPageInHand;
}

/** One way after the other, until it is enough. */
export function Prove({ page, name, own }: ProveProps) {
  // Whoever takes another way comes back to the list; what is under way goes on until they begin another.
  const [back, setBack] = useState<string>();
  const open = page.open && page.open.id !== back ? page.open : undefined;
  const begin = (way: string) =>
    own.act(async () => {
      setBack(undefined);
      return await ask(client.POST("/api/own/ways", { body: { way } }));
    });
  if (open) return <UnderWay page={page} open={open} name={name} own={own} back={() => setBack(open.id)} />;
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title="Prove that it is you"
      lead={
        page.stuck
          ? undefined
          : page.passed.length > 0
            ? "One more."
            : "Begin with one that you have. We say when it is enough."
      }
      foot="A code is for this page only. Read it to nobody, not even to us."
    >
      <Passed labels={page.passed} />
      <Trouble words={own.trouble} />
      {page.stuck ? (
        <p className="px-5 py-4">
          That is all that can be proved here, and it is not enough. The service desk has more ways: call it,
          or go there with your badge.
        </p>
      ) : (
        <Ways ways={page.ways} busy={own.busy} begin={begin} />
      )}
      {!page.stuck && (
        <p className="px-5 pt-4 text-[14.5px] text-muted leading-[21px]">
          You have none of these? Call the service desk, or go there with your badge.
        </p>
      )}
    </Phone>
  );
}

/** What most people have first; the rest one key away. */
function Ways({ ways, busy, begin }: { ways: OwnWay[]; busy: boolean; begin: (way: string) => void }) {
  const [all, setAll] = useState(false);
  const shown = all || ways.length <= FIRST + 1 ? ways : ways.slice(0, FIRST);
  return (
    <ul className="border-rule border-t">
      {shown.map((way, i) => (
        <li key={way.id}>
          <button
            type="button"
            disabled={busy}
            // biome-ignore lint/a11y/noAutofocus: the first of those that were asked for
            autoFocus={all && i === FIRST}
            onClick={() => begin(way.id)}
            className={`grid min-h-[76px] w-full grid-cols-[1fr_auto] items-center gap-x-2.5 border-rule border-b px-5 py-2.5 text-left disabled:opacity-60 ${
              i === 0 ? "bg-lit shadow-[inset_4px_0_var(--good)]" : ""
            }`}
          >
            <span>
              <b className="block font-semibold text-[17.5px]">{way.label}</b>
              <small className="block text-[14.5px] text-muted leading-5">{way.note}</small>
            </span>
            <span className="font-medium text-[14.5px] text-muted">{takes(way.seconds)}</span>
          </button>
        </li>
      ))}
      {shown.length < ways.length && (
        <li>
          <button
            type="button"
            onClick={() => setAll(true)}
            className="min-h-[60px] w-full border-rule border-b px-5 py-2.5 text-left font-semibold text-[16px]"
          >
            {ways.length - shown.length} more ways
          </button>
        </li>
      )}
    </ul>
  );
}

function Passed({ labels }: { labels: string[] }) {
  return labels.length === 0 ? null : (
    <ul aria-label="Proved" className="mb-4 border-rule border-t">
      {labels.map((label) => (
        <Line key={label} mark="good" state="proved">
          {label}
        </Line>
      ))}
    </ul>
  );
}

/** A code that is typed, or a link that is opened elsewhere. It says the same whether or not something is on its way. */
function UnderWay({ page, open, name, own, back }: ProveProps & { open: OwnWayUnderWay; back: () => void }) {
  const [typed, setTyped] = useState("");
  const give = (what: () => Promise<string>) =>
    void own.act(async () => {
      const said = await ask(client.POST("/api/own/ways/reply", { body: { typed: await what() } }));
      setTyped("");
      if (!said.right) own.setTrouble("That is not it. Look again, or take another way.");
      return said.page;
    });
  const reply = (event: FormEvent) => {
    event.preventDefault();
    give(async () => typed.replaceAll(" ", ""));
  };
  const use = (options: string) => give(async () => (await import("../proofs/passkey")).passkeyFor(options));
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title={open.label}
      lead={open.note}
      foot="A code is for this page only. Read it to nobody, not even to us."
    >
      <Passed labels={page.passed} />
      {open.digits > 0 ? (
        <form onSubmit={reply}>
          <label className="mb-5 grid gap-1.5 px-5 font-semibold">
            {open.asks}
            <input
              className="field num min-h-14 px-3 text-2xl tracking-[0.2em]"
              inputMode="numeric"
              autoComplete="one-time-code"
              // biome-ignore lint/a11y/noAutofocus: the one thing on the screen
              autoFocus
              maxLength={open.digits + 4}
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
            />
          </label>
          <Trouble words={own.trouble} />
          <div className="px-5">
            <Big type="submit" disabled={own.busy || typed.replaceAll(" ", "").length < open.digits}>
              Go on
            </Big>
          </div>
        </form>
      ) : (
        <>
          <p role="status" className="px-5 pb-4">
            {open.asks}
          </p>
          <Trouble words={own.trouble} />
          {open.browserAsks && (
            <div className="px-5">
              <Big disabled={own.busy} onClick={() => use(open.browserAsks ?? "")}>
                Use my passkey
              </Big>
            </div>
          )}
        </>
      )}
      <div className="px-5 pt-3">
        <Big look="quiet" disabled={own.busy} onClick={back}>
          Take another way
        </Big>
        <p className="mt-4 text-[14.5px] text-muted leading-[21px]">
          It does not work, or nothing comes? Take another way, or this one again: if we know another number
          or mailbox of yours, it goes there. What we send is good for ten minutes.
        </p>
      </div>
    </Phone>
  );
}
