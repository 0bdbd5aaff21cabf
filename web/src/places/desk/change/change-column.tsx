import type { UseQueryResult } from "@tanstack/react-query";
import { useState } from "react";
import type { Accounts, Done, Judgement, Page, System } from "../../../api/client";
import { KeyLayer, useKeys } from "../../../keys/use-keys";
import { Button, Margin } from "../../../ui/parts";
import { clock } from "../../../ui/time";
import { change } from "../acts";
import { ColumnOf } from "../column";
import type { Subject } from "../lit";
import { useNotices } from "../notices";
import { outcome } from "./outcome";
import { TypeIt } from "./type-it";

interface Props {
  page: Page;
  accounts: UseQueryResult<Accounts>;
  /** Makes Proof reckon about another action. */
  choose: (subject: Subject) => void;
  open: boolean;
  lit: boolean;
  light: () => void;
}

/** What is wrong and where, and what can be done about it, behind the double rule. */
export function ChangeColumn({ page, accounts, choose, open, lit, light }: Props) {
  return (
    <ColumnOf title="Change" note="what is wrong, where" lit={lit} light={light} gate open={open}>
      {!page.who && (
        <p className="text-muted">Their accounts stand here, as each system has them at this moment.</p>
      )}
      {page.who && accounts.isPending && (
        <p className="text-muted">Asking the systems how the accounts stand.</p>
      )}
      {page.who && accounts.isError && (
        <p role="alert" className="font-semibold text-stop">
          {accounts.error.message}
        </p>
      )}
      {page.who?.inForce && (
        <p role="status" className="mb-2 rounded-[3px] bg-wait-wash px-2.5 py-1.5 font-semibold text-wait">
          A temporary password is in force since {clock(page.who.inForce.since)}, given on{" "}
          <span className="num">{page.who.inForce.number}</span> and not used yet. It runs out at{" "}
          {clock(page.who.inForce.until)}; another takes its place.
        </p>
      )}
      {page.who && accounts.data && <Cards page={page} systems={accounts.data.systems} choose={choose} />}
    </ColumnOf>
  );
}

interface CardsProps {
  page: Page;
  systems: System[];
  choose: (subject: Subject) => void;
}

/** One card an account; where there are several, keys act in the one that has the focus. */
function Cards({ page, systems, choose }: CardsProps) {
  const [picked, setPicked] = useState<string>();
  const at = Math.max(
    0,
    systems.findIndex((system) => system.id === picked),
  );
  const step = (by: number) => setPicked(systems[(at + by + systems.length) % systems.length]?.id);
  useKeys(
    systems.length > 1
      ? [
          { key: "ArrowDown", words: "The next account", run: () => step(1) },
          { key: "ArrowUp", words: "The account before", run: () => step(-1) },
        ]
      : [],
  );
  return systems.map((system, i) => (
    <SystemCard
      key={`${system.id} ${system.account}`}
      page={page}
      system={system}
      choose={choose}
      focused={i === at}
      several={systems.length > 1}
      focus={() => setPicked(system.id)}
    />
  ));
}

interface CardProps {
  page: Page;
  system: System;
  choose: (subject: Subject) => void;
  focused: boolean;
  several: boolean;
  focus: () => void;
}

function SystemCard({ page, system, choose, focused, several, focus }: CardProps) {
  return (
    <KeyLayer active={focused}>
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the arrow keys pick a card too */}
      <section
        aria-label={system.name}
        data-focused={several && focused}
        className={`mb-2 rounded border bg-sheet ${several && focused ? "border-seal" : "border-hair"}`}
        onClick={focused ? undefined : focus}
        onFocus={focused ? undefined : focus}
      >
        <header className="flex flex-wrap justify-between gap-x-2 px-2.5 py-1.5">
          <b>{system.name}</b>
          <State system={system} />
          {/* A login may be a long mail address, so it has a line of its own. */}
          <small className="num wrap-anywhere w-full text-muted text-xs">{system.account}</small>
        </header>
        {system.hindrance && (
          <p className="border-hair border-t px-2.5 py-1.5 text-[13px]">{system.hindrance}</p>
        )}
        {system.lastSet && (
          <p className="border-hair border-t px-2.5 py-1.5 text-muted text-xs">
            Password set {clock(system.lastSet)}
            {system.lastSignIn ? `, last sign-in ${clock(system.lastSignIn)}` : ""}
          </p>
        )}
        <Servers system={system} />
        {system.actions.map((can) => (
          <Action
            key={can.action}
            page={page}
            system={system}
            can={can}
            choose={(action) => choose({ action, system: system.id })}
          />
        ))}
      </section>
      {system.followers.map((name) => (
        <section
          key={name}
          className="mb-2 flex justify-between gap-2 rounded border border-hair bg-sheet px-2.5 py-1.5"
        >
          <span>
            <b>{name}</b>
            <small className="block text-muted text-xs">takes its password from the {system.name}</small>
          </span>
          <Margin tone="good">follows</Margin>
        </section>
      ))}
    </KeyLayer>
  );
}

function State({ system }: { system: System }) {
  const bad = system.state === "locked" || system.state === "away" || system.state === "cannot";
  return (
    <Margin tone={bad ? "stop" : "good"}>
      {system.words}
      {system.since ? ` ${clock(system.since)}` : ""}
    </Margin>
  );
}

/** Only where the servers do not say the same. */
function Servers({ system }: { system: System }) {
  if (new Set(system.servers.map((s) => s.words)).size < 2) return null;
  return (
    <p className="border-hair border-t px-2.5 py-1.5 text-muted text-xs">
      {system.servers.map((s) => `${s.name}: ${s.words}`).join(" · ")}
    </p>
  );
}

interface ActionProps {
  page: Page;
  system: System;
  can: System["actions"][number];
  choose: (action: string) => void;
}

function Action({ page, system, can, choose }: ActionProps) {
  const notices = useNotices();
  const judgement = page.proof.judgements.find((j) => j.action === can.action && j.system === system.id);
  const running = page.changes.some(
    (c) => c.system === system.id && ["INTENDED", "ASKED", "UNKNOWN"].includes(c.state),
  );
  const last = page.changes.filter((c) => c.system === system.id && c.action === can.action).at(-1);
  const [style, setStyle] = useState(system.styles[0]?.id);
  const gives = can.action === "temporary-password";
  const typing = gives && style === "typed";
  const may = page.ticket.mine && judgement?.verdict === "open" && !can.closed && !running;
  const go = () => {
    if (may && typing) document.getElementById(`type-${system.id}`)?.focus();
    else if (may)
      void notices.during(() =>
        change(page.ticket.id, {
          system: system.id,
          action: can.action,
          version: page.ticket.version,
          ...(gives && style ? { style } : {}),
        }),
      );
    else choose(can.action);
  };
  useKeys(page.ticket.mine && !can.closed ? [{ key: can.key.toLowerCase(), words: can.label, run: go }] : []);
  return (
    <div className="border-hair border-t px-2.5 py-1.5">
      <div className={`flex items-center justify-between gap-2 ${may ? "" : "text-muted"}`}>
        <span>
          {can.label}
          {judgement && <small className="num block text-xs">asks {judgement.asks}</small>}
        </span>
        {may && typing ? null : may ? (
          <Button hotkey={can.key} quiet={last?.state === "TOOK_EFFECT"} onClick={go}>
            {can.action === "unlock" ? "Unlock" : last?.state === "TOOK_EFFECT" ? "Give again" : "Give"}
          </Button>
        ) : (
          <Why
            judgement={page.ticket.state === "CLOSED" ? undefined : judgement}
            closed={page.ticket.state === "CLOSED" ? undefined : can.closed}
            running={running}
            choose={() => choose(can.action)}
            label={can.label}
          />
        )}
      </div>
      {may && gives && (
        <label className="mt-1 grid gap-0.5 text-xs">
          <span className="text-muted">The new password is</span>
          <select
            className="field min-h-7 py-0.5"
            value={style}
            onChange={(e) => setStyle(system.styles.find((s) => s.id === e.target.value)?.id)}
            onKeyDown={(e) => {
              if (e.key === "Enter") {
                e.preventDefault();
                go();
              }
            }}
          >
            {system.styles.map((s) => (
              <option key={s.id} value={s.id}>
                {s.id === "typed" ? "typed by you" : s.words}
              </option>
            ))}
          </select>
        </label>
      )}
      {may && typing && (
        <TypeIt page={page} system={system} hotkey={can.key} done={() => setStyle(system.styles[0]?.id)} />
      )}
      {last && <DoneLine done={last} />}
    </div>
  );
}

interface WhyProps {
  judgement: Judgement | undefined;
  closed: string | undefined;
  running: boolean;
  choose: () => void;
  label: string;
}

/** Why an action is closed, said before anyone tries. */
function Why({ judgement, closed, running, choose, label }: WhyProps) {
  if (running) return <Margin tone="plain">under way</Margin>;
  if (closed) return <Margin tone="plain">{closed === "not locked" ? closed : "cannot"}</Margin>;
  if (!judgement) return null;
  const words: Record<string, string> = {
    short: judgement.points > 0 ? `${judgement.points} short` : "rests on too little",
    stopped: "stopped",
    "needs-second-person": "second person",
    "no-rule": "no rule",
    open: "not yours",
  };
  return (
    <button
      type="button"
      onClick={choose}
      aria-label={`${label}: ${words[judgement.verdict]}. Show what it asks`}
      className="min-h-6 underline decoration-dotted"
    >
      <Margin tone="lack">{words[judgement.verdict]}</Margin>
    </button>
  );
}

/** How the last one went, where it was asked. */
function DoneLine({ done }: { done: Done }) {
  const { tone, words, note } = outcome(done);
  return (
    <div className="mt-0.5" role="status">
      <p className="flex justify-between gap-2">
        <small className="num text-muted text-xs leading-5">{clock(done.at)}</small>
        <Margin tone={tone}>{words}</Margin>
      </p>
      {note && <p className="text-[13px] text-muted">{note}</p>}
    </div>
  );
}
