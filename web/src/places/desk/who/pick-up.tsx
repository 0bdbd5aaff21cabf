import { useEffect, useRef, useState } from "react";
import { useLocation } from "wouter";
import type { Page } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { Button, Key } from "../../../ui/parts";
import { sayPickUpWords, sendPickUpWords } from "../acts";
import { useNotices } from "../notices";

/** Whoever was cut off says four words, and goes on where they were. */
export function PickUp({ page }: { page: Page }) {
  const { onTheLine, speaking } = page.ticket;
  if (onTheLine) return speaking && page.pickUp.waits ? <Said page={page} /> : null;
  return <Sent page={page} />;
}

/** Nobody is on the line: words can be sent to where they proved to be. */
function Sent({ page }: { page: Page }) {
  const notices = useNotices();
  const { to, sent } = page.pickUp;
  const send = () => void notices.during(() => sendPickUpWords(page.ticket.id));
  useKeys(to ? [{ key: "i", words: "Send pick-up words", run: send }] : [], { everywhere: true });
  if (!to && !sent) return null;
  return (
    <div className="mb-2 text-[13px]">
      {sent && (
        <p role="status" className="mb-1">
          <b>Pick-up words.</b> {sent} Whoever says them on the next call goes on here, with what was proved.
        </p>
      )}
      {to && (
        <Button quiet hotkey="I" onClick={send}>
          {sent ? "Send new words" : `Send pick-up words to the ${to}`}
        </Button>
      )}
    </div>
  );
}

/** Somebody is on the line for whom words wait. */
function Said({ page }: { page: Page }) {
  const notices = useNotices();
  const [, navigate] = useLocation();
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState("");
  const field = useRef<HTMLInputElement>(null);
  useKeys([{ key: "i", words: "Type the pick-up words that they say", run: () => setOpen(true) }], {
    everywhere: true,
  });
  useEffect(() => {
    if (open) field.current?.focus();
  }, [open]);
  if (!open)
    return (
      <p className="mb-2 border-good border-l-[3px] pl-2 text-[13px]">
        They were cut off before. If they say four pick-up words, press <Key>I</Key> and go on there.{" "}
        <Button quiet hotkey="I" onClick={() => setOpen(true)}>
          They say the words
        </Button>
      </p>
    );
  return (
    <form
      aria-label="Pick-up words"
      className="mb-2 rounded border border-seal bg-lit p-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (!words.trim()) return;
        void notices.during(async () => {
          const there = await sayPickUpWords(page.ticket.id, words);
          setOpen(false);
          setWords("");
          if (there !== page.ticket.id) navigate(`/desk/${there}`);
        });
      }}
    >
      <label className="block text-[13px]">
        The four words, as they say them
        <input
          ref={field}
          className="field mt-1"
          autoComplete="off"
          spellCheck={false}
          maxLength={160}
          value={words}
          onChange={(event) => setWords(event.target.value)}
          onKeyDown={(event) => event.key === "Escape" && setOpen(false)}
        />
      </label>
      <p className="my-1 text-muted text-xs">Say none of them yourself. A ticket number opens nothing.</p>
      <div className="flex flex-wrap gap-1.5">
        <Button type="submit">Go on where they were</Button>
        <Button quiet onClick={() => setOpen(false)}>
          They do not know them
        </Button>
      </div>
    </form>
  );
}
