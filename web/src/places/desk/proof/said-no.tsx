import type { Page } from "../../../api/client";
import { Button } from "../../../ui/parts";
import { replyToCheck } from "../acts";
import { useNotices } from "../notices";

/** A 'no' counts whenever it is said, also when the check was taken for over. */
export function SaidNo({ page }: { page: Page }) {
  const notices = useNotices();
  const last = page.proof.deniable.at(-1);
  if (!last) return null;
  return (
    <p className="my-1.5">
      <Button
        quiet
        onClick={() => void notices.during(() => replyToCheck(page.ticket.id, last, { chosen: "denied" }))}
      >
        They did not ask for this after all
      </Button>
    </p>
  );
}
