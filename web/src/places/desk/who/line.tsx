import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation } from "wouter";
import { ask, client, type Page } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { useShell } from "../../../shell/context";
import { Button } from "../../../ui/parts";
import { hangUp, hangUpHeld, pass, speak } from "../acts";
import { useNotices } from "../notices";
import { PickUp } from "./pick-up";
import { RingBack } from "./ring-back";

/** What is done with the conversation and the page as a whole: end it, pass the page on. */
export function Line({ page }: { page: Page }) {
  const notices = useNotices();
  const [passing, setPassing] = useState(false);
  const id = page.ticket.id;
  const { held, onTheLine, speaking, words } = page.ticket;
  const end = () => void notices.during(() => hangUp(id));
  const again = () => void notices.during(() => speak(id));
  useKeys(
    [
      ...(onTheLine ? [{ key: "h", words: words.end, run: end }] : []),
      ...(onTheLine && !speaking ? [{ key: "l", words: "Speak on this line again", run: again }] : []),
      { key: "p", words: "Pass the page to a colleague", run: () => setPassing(true) },
    ],
    { everywhere: true },
  );
  return (
    <section
      aria-label={page.written ? "The conversation" : "The call"}
      className="call mt-4 border-hair border-t pt-3"
    >
      {onTheLine && !speaking && (
        <p role="status" className="mb-2 rounded-[3px] bg-wait-wash px-2.5 py-1.5 font-semibold text-wait">
          On hold: they do not hear you.
        </p>
      )}
      {held && (
        <p className="mb-2 border-wait border-l-[3px] pl-2 text-[13px] text-wait">
          You speak on the line that you called. Whoever was there before
          {held.address ? (
            <>
              {" "}
              from <span className="num">{held.address}</span>
            </>
          ) : (
            ""
          )}{" "}
          waits and hears nothing, and may be somebody else.
        </p>
      )}
      {!onTheLine && (
        <p className="mb-2 border-wait border-l-[3px] pl-2 text-[13px] text-wait">
          {sentence(page.ticket.talk?.state === "dropped" ? words.dropped : words.nobody)} What was proved
          counts no more; whoever comes next starts at nothing
          {page.pickUp.sent ? ", unless they say the pick-up words." : "."}
        </p>
      )}
      <PickUp page={page} />
      <div className="flex flex-wrap gap-1.5">
        {onTheLine && !speaking && (
          <Button hotkey="L" onClick={again}>
            Speak again
          </Button>
        )}
        {onTheLine && (
          <Button quiet hotkey="H" onClick={end}>
            {words.end}
          </Button>
        )}
        <Button quiet hotkey="P" onClick={() => setPassing(true)}>
          Pass on
        </Button>
        <RingBack page={page} />
        {held && (
          <Button quiet onClick={() => void notices.during(() => hangUpHeld(id))}>
            End the held line
          </Button>
        )}
      </div>
      {passing && <PassOn ticket={id} done={() => setPassing(false)} />}
    </section>
  );
}

const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

function PassOn({ ticket, done }: { ticket: string; done: () => void }) {
  const { me } = useShell();
  const notices = useNotices();
  const [, navigate] = useLocation();
  const colleagues = useQuery({ queryKey: ["analysts"], queryFn: () => ask(client.GET("/api/analysts")) });
  const others = colleagues.data?.filter((c) => c.id !== me.id) ?? [];
  return (
    <div className="mt-2 grid gap-1">
      <p className="text-muted text-xs">To whom?</p>
      {others.map((c, i) => (
        <Button
          key={c.id}
          quiet
          autoFocus={i === 0}
          onKeyDown={(event) => event.key === "Escape" && done()}
          onClick={async () => {
            if (await notices.during(() => pass(ticket, c.id))) {
              done();
              navigate("/desk");
            }
          }}
        >
          {c.name}
        </Button>
      ))}
      {colleagues.isSuccess && others.length === 0 && (
        <p className="text-muted">Nobody else works at the desk.</p>
      )}
      <Button quiet onClick={done}>
        Keep it
      </Button>
    </div>
  );
}
