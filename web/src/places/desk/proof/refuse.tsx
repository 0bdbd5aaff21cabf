import { useState } from "react";
import { useLocation } from "wouter";
import type { Judgement, Page } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { Button } from "../../../ui/parts";
import { close } from "../acts";
import { useNotices } from "../notices";

interface Props {
  page: Page;
  judgement: Judgement;
}

/** What the record keeps of it; whoever reads it sees how far it was, and the other side never does. */
export const refusal = (judgement: Judgement) =>
  `Refused kindly: ${judgement.action.replaceAll("-", " ")} asks ${judgement.asks}, and ${judgement.standing} was proved. Nothing was changed.`;

/** One key refuses kindly: words to say that teach the next try nothing, and the page closed with them. */
export function Refuse({ page, judgement }: Props) {
  const notices = useNotices();
  const [, navigate] = useLocation();
  const [open, setOpen] = useState(false);
  const end = async () => {
    const closed = await notices.during(() => close(page.ticket.id, refusal(judgement), page.ticket.version));
    if (closed) navigate("/desk");
  };
  useKeys([
    open
      ? { key: "f", words: "Close the page with a kind refusal", run: () => void end() }
      : { key: "f", words: "Refuse kindly: words to say", run: () => setOpen(true) },
  ]);
  if (!open)
    return (
      <p className="mt-1.5">
        <Button quiet hotkey="F" onClick={() => setOpen(true)}>
          Refuse kindly
        </Button>
      </p>
    );
  return (
    <section aria-label="Refusing kindly" className="mt-1.5 rounded border border-wait p-2.5 text-[13px]">
      <p className="mb-2">
        Say: “Thank you for your patience. With what we have now I may not do this, whoever asks. Come to the
        counter with your badge, or ask your manager to turn to us. I know that it is a nuisance.”
      </p>
      <p className="mb-2 text-muted">Do not say what was right, wrong or missing.</p>
      <div className="flex flex-wrap gap-1.5">
        <Button hotkey="F" onClick={() => void end()}>
          Said; close the page
        </Button>
        <Button quiet onClick={() => setOpen(false)}>
          Not yet
        </Button>
      </div>
    </section>
  );
}
