import { useState } from "react";
import { useLocation } from "wouter";
import { ask, client, type Page } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { Button } from "../../../ui/parts";
import { close } from "../acts";
import { useNotices } from "../notices";

/** Closing: a summary written from what happened, corrected by the analyst. */
export function CloseTicket({ page }: { page: Page }) {
  const notices = useNotices();
  const [, navigate] = useLocation();
  const [summary, setSummary] = useState<string | null>(null);
  const id = page.ticket.id;
  const begin = () =>
    void notices.during(async () => {
      const draft = await ask(
        client.GET("/api/tickets/{ticket}/summary", { params: { path: { ticket: id } } }),
      );
      setSummary(draft.summary);
    });
  useKeys(summary === null ? [{ key: "c", words: "Close the ticket", run: begin }] : [], {
    everywhere: true,
  });
  if (summary === null) {
    return (
      <div className="mt-4 border-hair border-t pt-3">
        <Button quiet hotkey="C" onClick={begin}>
          Close ticket
        </Button>
      </div>
    );
  }
  const end = async () => {
    if (await notices.during(() => close(id, summary, page.ticket.version))) navigate("/desk");
  };
  return (
    <form
      className="mt-4 border-hair border-t pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        void end();
      }}
    >
      <label className="mb-1 block font-semibold" htmlFor="summary">
        What happened
      </label>
      <textarea
        id="summary"
        // biome-ignore lint/a11y/noAutofocus: it opens in place because the analyst asked for it
        autoFocus
        rows={9}
        maxLength={2000}
        className="field text-[13px]"
        value={summary}
        onChange={(event) => setSummary(event.target.value)}
        onKeyDown={(event) => {
          // A line of its own is begun with Shift.
          if (event.key !== "Enter" || event.shiftKey || event.nativeEvent.isComposing) return;
          event.preventDefault();
          if (summary.trim()) void end();
        }}
      />
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        <Button type="submit" hotkey="↵" disabled={!summary.trim()}>
          Close ticket
        </Button>
        <Button quiet onClick={() => setSummary(null)}>
          Not yet
        </Button>
      </div>
    </form>
  );
}
