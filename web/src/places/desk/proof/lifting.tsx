import { type FormEvent, useState } from "react";
import type { Page } from "../../../api/client";
import { useShell } from "../../../shell/context";
import { Button } from "../../../ui/parts";
import { clock } from "../../../ui/time";
import { may } from "../../place";
import { answerLifting, askToLift } from "../acts";
import { useNotices } from "../notices";

/** What a 'no' stopped is lifted by two people, one of them a lead. */
export function Lifting({ page }: { page: Page }) {
  const { me } = useShell();
  const asked = page.proof.lifting;
  if (!asked) return <AskToLift ticket={page.ticket.id} />;
  return (
    <section aria-label="Lifting the stop" className="my-2 rounded border border-wait p-2.5 text-[13px]">
      <p className="mb-1.5">
        <b>{asked.askedByName}</b> asked to lift it at {clock(asked.askedAt)}: “{asked.reason}”
      </p>
      {asked.askedBy === me.id ? (
        <Answer ticket={page.ticket.id} lifting={asked.id} own />
      ) : asked.byLead || may(me, "lift-stop") ? (
        <Answer ticket={page.ticket.id} lifting={asked.id} />
      ) : (
        <p className="text-muted">A lead must agree.</p>
      )}
    </section>
  );
}

function Answer({ ticket, lifting, own = false }: { ticket: string; lifting: string; own?: boolean }) {
  const notices = useNotices();
  const say = (agreed: boolean) => void notices.during(() => answerLifting(ticket, lifting, agreed));
  return (
    <>
      {own && <p className="mb-1.5 text-muted">Somebody else must agree; one of you two must be a lead.</p>}
      <div className="flex flex-wrap gap-1.5">
        {!own && <Button onClick={() => say(true)}>Agree, lift the stop</Button>}
        <Button quiet onClick={() => say(false)}>
          {own ? "Take it back" : "Do not agree"}
        </Button>
      </div>
    </>
  );
}

function AskToLift({ ticket }: { ticket: string }) {
  const notices = useNotices();
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  if (!open) {
    return (
      <p className="my-2">
        <Button quiet onClick={() => setOpen(true)}>
          Ask to lift the stop
        </Button>
      </p>
    );
  }
  const send = (event: FormEvent) => {
    event.preventDefault();
    void notices.during(() => askToLift(ticket, reason.trim()));
  };
  return (
    <form onSubmit={send} className="my-2 grid gap-1.5">
      <label className="grid gap-1 text-[13px]">
        Why can it be lifted? It goes on the record.
        <input
          // biome-ignore lint/a11y/noAutofocus: it opens in place because the analyst asked for it
          autoFocus
          className="field"
          maxLength={400}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          onKeyDown={(event) => event.key === "Escape" && setOpen(false)}
        />
      </label>
      <div className="flex gap-1.5">
        <Button type="submit" disabled={!reason.trim()}>
          Ask
        </Button>
        <Button quiet onClick={() => setOpen(false)}>
          Not now
        </Button>
      </div>
    </form>
  );
}
