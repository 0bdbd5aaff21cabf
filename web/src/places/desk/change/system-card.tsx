import type { ReactNode } from "react";
import type { Page, System } from "../../../api/client";
import { KeyLayer } from "../../../keys/use-keys";
import { Margin } from "../../../ui/parts";
import { clock } from "../../../ui/time";
import type { Subject } from "../lit";
import { Action } from "./action";
import { outcome } from "./outcome";

interface CardProps {
  page: Page;
  system: System;
  choose: (subject: Subject) => void;
  focused: boolean;
  several: boolean;
  focus: () => void;
  /** How it is ticked, where there are several. */
  tick: ReactNode;
  /** Keys act in it: not while they act on all that are ticked. */
  keys: boolean;
}

/** An account, whole: how it stands and what can be done to it. */
export function SystemCard({ page, system, choose, focused, several, focus, tick, keys }: CardProps) {
  return (
    <KeyLayer active={focused && keys}>
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the arrow keys pick a card too */}
      <section
        aria-label={system.name}
        data-focused={several && focused}
        className={`mb-2 rounded border bg-sheet ${several && focused ? "border-seal" : "border-hair"}`}
        onClick={focused ? undefined : focus}
        onFocus={focused ? undefined : focus}
      >
        <header className="flex items-start gap-2 px-2.5 py-1.5">
          {tick}
          <span className="flex min-w-0 grow flex-wrap justify-between gap-x-2">
            <b>{system.name}</b>
            <State system={system} />
            {/* A login may be a long mail address, so it has a line of its own. */}
            <small className="num wrap-anywhere w-full text-muted text-xs">{system.account}</small>
          </span>
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
    </KeyLayer>
  );
}

/** An account in a line, which opens it. */
export function SystemLine({ page, system, open, tick }: LineProps) {
  const last = page.changes.filter((one) => one.system === system.id).at(-1);
  const came = last && outcome(last);
  return (
    <section
      aria-label={system.name}
      className="mb-2 flex items-start gap-2 rounded border border-hair bg-sheet px-2.5 py-1.5"
    >
      {tick}
      <button
        type="button"
        aria-expanded={false}
        onClick={open}
        className="flex min-w-0 grow flex-wrap justify-between gap-x-2 text-left"
      >
        <b>{system.name}</b>
        <State system={system} />
        <small className="num wrap-anywhere w-full text-muted text-xs">{system.account}</small>
        {last && came && (
          <small className="flex w-full flex-wrap justify-between gap-x-2 text-xs">
            {system.actions.find((can) => can.action === last.action)?.label}
            <Margin tone={came.tone}>{came.words}</Margin>
          </small>
        )}
      </button>
    </section>
  );
}

interface LineProps {
  page: Page;
  system: System;
  open: () => void;
  tick: ReactNode;
}

/** Picks an account for what is done to several at once. A button, so that keys act beside it. */
export function Tick({ system, on, set }: { system: System; on: boolean; set: () => void }) {
  return (
    // biome-ignore lint/a11y/useSemanticElements: in a field no key would act
    <button
      type="button"
      role="checkbox"
      aria-checked={on}
      aria-label={`Tick ${system.name}`}
      onClick={(event) => {
        event.stopPropagation();
        set();
      }}
      className={`mt-px grid size-6 shrink-0 place-items-center rounded-[3px] border ${on ? "border-seal bg-seal text-sheet" : "border-muted bg-sheet"}`}
    >
      {on ? "✓" : ""}
    </button>
  );
}

/** A system that takes its passwords from another. */
export function Follower({ name, of }: { name: string; of: string }) {
  return (
    <section className="mb-2 flex justify-between gap-2 rounded border border-hair bg-sheet px-2.5 py-1.5">
      <span>
        <b>{name}</b>
        <small className="block text-muted text-xs">takes its password from the {of}</small>
      </span>
      <Margin tone="good">follows</Margin>
    </section>
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
