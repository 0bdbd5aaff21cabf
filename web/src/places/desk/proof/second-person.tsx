import type { Judgement, Page } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { useShell } from "../../../shell/context";
import { Button } from "../../../ui/parts";
import { clock } from "../../../ui/time";
import { answerSecond, askSecond } from "../acts";
import { useNotices } from "../notices";

interface Props {
  page: Page;
  judgement: Judgement;
}

/** What a rule asks a second person for, on the page of whoever holds the ticket. */
export function SecondPerson({ page, judgement }: Props) {
  const { me } = useShell();
  const asked = page.proof.seconds.find(
    (one) => one.system === judgement.system && one.action === judgement.action,
  );
  if (!page.ticket.mine) return null;
  return asked?.state === "asked" && asked.askedBy === me.id ? (
    <p role="status" className="mb-2 text-[13px]">
      Asked at {clock(asked.askedAt)}. A colleague or your lead opens this page and agrees; it shows here.
    </p>
  ) : (
    <>
      {asked?.state === "refused" && (
        <p role="status" className="mb-2 font-semibold text-[13px] text-stop">
          {asked.answeredByName} did not agree.
        </p>
      )}
      <Ask page={page} judgement={judgement} />
    </>
  );
}

/** Whoever opens a colleague's page says yes or no to just what is asked, whatever the page shows beside. */
export function AgreeToColleague({ page }: { page: Page }) {
  return page.toAgree.map((asked) => (
    <section
      key={asked.id}
      aria-label="A second person"
      className="my-2 rounded border border-wait p-2.5 text-[13px]"
    >
      <p className="mb-1.5">
        <b>{asked.askedByName}</b> asks you to agree to {asked.deed} for <b>{page.who?.name}</b>. Look at the
        whole page first: you answer for it, too.
      </p>
      <div className="flex flex-wrap gap-1.5">
        <Answer ticket={page.ticket.id} second={asked.id} agreed words="Agree, as the second person" />
        <Answer ticket={page.ticket.id} second={asked.id} agreed={false} words="Do not agree" />
      </div>
    </section>
  ));
}

function Ask({ page, judgement }: Props) {
  const notices = useNotices();
  const ask = () => void notices.during(() => askSecond(page.ticket.id, judgement.system, judgement.action));
  useKeys([{ key: "q", words: "Ask for a second person", run: ask }]);
  return (
    <p className="mb-2">
      <Button hotkey="Q" onClick={ask}>
        Ask for a second person
      </Button>
    </p>
  );
}

interface AnswerProps {
  ticket: string;
  second: string;
  agreed: boolean;
  words: string;
}

function Answer({ ticket, second, agreed, words }: AnswerProps) {
  const notices = useNotices();
  return (
    <Button quiet={!agreed} onClick={() => void notices.during(() => answerSecond(ticket, second, agreed))}>
      {words}
    </Button>
  );
}
