import type { Page } from "../../api/client";
import { useKeys } from "../../keys/use-keys";
import { clock } from "../../ui/time";
import { sayPressed } from "./acts";
import { useNotices } from "./notices";

/** An analyst who is pressed says so unheard, by one key; the page gives them a calm sentence to say. */
export function Pressed({ page }: { page: Page }) {
  const notices = useNotices();
  const can = page.ticket.mine && page.ticket.speaking && !page.ticket.pressedAt;
  useKeys(
    can
      ? [
          {
            key: "j",
            words: "Say, unheard, that they press you",
            run: () => void notices.during(() => sayPressed(page.ticket.id)),
          },
        ]
      : [],
  );
  if (!page.ticket.pressedAt) return null;
  if (page.ticket.state === "CLOSED")
    return (
      <p className="bg-good-wash px-3.5 py-1.5 text-good">
        Somebody pressed here, and it was said at {clock(page.ticket.pressedAt)}. That was right.
      </p>
    );
  return page.ticket.mine ? (
    <p role="status" className="bg-wait-wash px-3.5 py-1.5 text-wait">
      <b>You need not hurry.</b> Your colleagues see that you are pressed. Say: “I want to get you in. I can
      only do it once this check is done, and nobody here can skip it.”
    </p>
  ) : null;
}
