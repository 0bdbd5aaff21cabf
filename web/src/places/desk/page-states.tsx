import type { Page } from "../../api/client";
import { TakeOut } from "../../taking-out/take-out";
import { Button } from "../../ui/parts";

/** Somebody else holds the page: it is read along, live. */
export function ReadOnly({ page, take }: { page: Page; take: () => void }) {
  const who = page.ticket.holderName;
  return (
    <p className="flex items-center gap-3 bg-wait-wash px-3.5 py-1.5 font-semibold text-wait">
      {who ? `${who} holds this page. You read along.` : "Nobody holds this page."}
      <Button quiet hotkey="G" onClick={take}>
        {who ? "Take it over" : "Take it"}
      </Button>
    </p>
  );
}

export function Closed({ page }: { page: Page }) {
  return (
    <div className="flex items-center gap-3 bg-good-wash px-3.5 py-1.5 text-good">
      <p>
        <b>Closed.</b> {page.ticket.summary}
      </p>
      <span className="ml-auto shrink-0">
        <TakeOut quiet words="Receipt for the person" path={`/api/tickets/${page.ticket.id}/receipt`} />
      </span>
    </div>
  );
}
