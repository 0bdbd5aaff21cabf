import { useState } from "react";
import type { Done, Judgement, Page, System } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { Button, Margin } from "../../../ui/parts";
import { clock } from "../../../ui/time";
import { change } from "../acts";
import { useNotices } from "../notices";
import { outcome, runs } from "./outcome";
import { TypeIt } from "./type-it";

interface ActionProps {
  page: Page;
  system: System;
  can: System["actions"][number];
  choose: (action: string) => void;
}

/** One thing that can be done to an account, or why it cannot. */
export function Action({ page, system, can, choose }: ActionProps) {
  const notices = useNotices();
  const judgement = page.proof.judgements.find((j) => j.action === can.action && j.system === system.id);
  const running = runs(page, system);
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
