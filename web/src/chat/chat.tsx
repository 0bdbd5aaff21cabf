import { type FormEvent, type KeyboardEvent, useEffect, useRef, useState } from "react";
import { Big, Phone, Trouble } from "../forgot/parts";
import { Lines, Words } from "./lines";
import { type ChatInHand, goesOn, useChat } from "./use-chat";

const LONG_MS = 400;

/** Where people write to the desk: the assistant first, then whoever comes. */
export function Chat() {
  const chat = useChat();
  const { shown } = chat;
  if (!shown)
    return (
      <Phone
        organisation=""
        title={chat.away ? "Just now we cannot be reached" : "One moment"}
        lead={
          chat.away
            ? "Nothing is lost. Load the page again in a minute, or call the service desk."
            : undefined
        }
      />
    );
  if (shown.where === "none") return <Begin organisation={shown.organisation} chat={chat} />;
  if (shown.where === "moved")
    return (
      <Phone
        organisation={shown.organisation}
        title="You went on elsewhere"
        lead="The link was opened, and the chat goes on there. Here it stops; you can close it."
      />
    );
  return <Talk chat={chat} />;
}

function Begin({ organisation, chat }: { organisation: string; chat: ChatInHand }) {
  const [long, setLong] = useState(false);
  const begin = async () => {
    const timer = setTimeout(() => setLong(true), LONG_MS);
    await chat.begin();
    clearTimeout(timer);
    setLong(false);
  };
  return (
    <Phone
      organisation={organisation}
      title="Write to the service desk"
      lead="An assistant answers at once, at any hour. A person takes over whenever you say so."
      foot="We never ask for a password. Please do not write one here; what looks like one is hidden."
    >
      <Trouble words={chat.trouble} />
      <div className="px-5">
        <Big disabled={chat.busy} onClick={begin}>
          Begin
        </Big>
        <p role="status" className="mt-4 min-h-5 text-[14.5px] text-muted leading-[21px]">
          {long && "… Your browser is doing a small sum that keeps robots out. It takes a few seconds."}
        </p>
      </div>
    </Phone>
  );
}

function Talk({ chat }: { chat: ChatInHand }) {
  const end = useRef<HTMLDivElement>(null);
  const { shown, leaving } = chat;
  const last = shown?.lines.at(-1);
  const count = (last?.number ?? 0) + leaving.length;
  // biome-ignore lint/correctness/useExhaustiveDependencies: whenever there is one line more
  useEffect(() => {
    end.current?.scrollIntoView({ block: "end" });
  }, [count]);
  if (!shown) return null;
  const on = goesOn(shown.where);
  const offer = shown.lines.findLast((line) => line.page);
  return (
    <div className="mx-auto flex h-full max-w-md flex-col bg-sheet text-[16.5px] leading-6 md:border-hair md:border-x">
      <div className="flex min-h-0 flex-1 flex-col border-margin border-l-2 md:ml-4 ml-[18px]">
        <header className="flex min-h-14 items-center justify-between gap-x-3 border-hair border-b px-5 py-2 text-muted text-sm">
          <h1 className="font-bold font-serif text-[17px] text-seal tracking-tight">
            {shown.organisation} service desk
          </h1>
          {on && (
            <button
              type="button"
              aria-label="End the chat"
              className="min-h-11 font-semibold text-seal underline underline-offset-[3px]"
              disabled={chat.busy}
              onClick={() => void chat.leave()}
            >
              End
            </button>
          )}
        </header>
        <main className="flex min-h-0 flex-1 flex-col">
          {/* biome-ignore lint/a11y/noNoninteractiveTabindex: else the keyboard could not scroll it */}
          <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0}>
            <Lines lines={shown.lines} />
            <ul aria-label="On their way">
              {leaving.map((line) => (
                <li key={line.id} className="border-hair border-b bg-lit px-5 py-2.5 text-muted">
                  <Words words={line.words} />
                  {line.trouble ? (
                    <p role="alert" className="font-semibold text-sm text-stop">
                      {line.trouble}{" "}
                      <button type="button" className="min-h-6 underline" onClick={() => chat.again(line)}>
                        Send again
                      </button>
                    </p>
                  ) : (
                    <p className="text-sm">on its way</p>
                  )}
                </li>
              ))}
            </ul>
            {on && last && last.choices.length > 0 && leaving.length === 0 && (
              <div className="grid gap-2 px-5 py-4">
                {last.choices.map((choice) => (
                  <button
                    key={choice}
                    type="button"
                    className="min-h-12 rounded border border-rule bg-lit px-4 py-2 text-left font-semibold"
                    onClick={() => chat.say(choice)}
                  >
                    {choice}
                  </button>
                ))}
              </div>
            )}
            {on && offer && (
              <div className="px-5 py-4">
                <Big
                  look={offer.number === last?.number ? "go" : "quiet"}
                  disabled={chat.busy}
                  onClick={() => void chat.openPage()}
                >
                  Open my page
                </Big>
              </div>
            )}
            <Trouble words={chat.trouble} />
            <p role="status" className="min-h-6 px-5 py-1 text-muted text-sm">
              {shown.where === "waiting" && "Somebody was asked to come. You may go on writing."}
              {shown.where === "desk" && shown.writing && `${shown.with ?? "The desk"} is writing`}
            </p>
            <div ref={end} />
          </div>
          {on ? <Field chat={chat} /> : <Over chat={chat} />}
        </main>
      </div>
    </div>
  );
}

function Field({ chat }: { chat: ChatInHand }) {
  const [words, setWords] = useState("");
  const field = useRef<HTMLTextAreaElement>(null);
  const send = (event?: FormEvent) => {
    event?.preventDefault();
    const said = words.trim();
    if (said) {
      chat.say(said);
      setWords("");
    }
    field.current?.focus();
  };
  const pressed = (event: KeyboardEvent) => {
    if (event.key === "Enter" && !event.shiftKey && !event.nativeEvent.isComposing) {
      event.preventDefault();
      send();
    }
  };
  return (
    <form onSubmit={send} className="flex items-end gap-2 border-hair border-t bg-sheet px-5 py-3">
      <label className="grid flex-1">
        <span className="sr-only">Your message</span>
        <textarea
          ref={field}
          className="field min-h-12 w-full resize-none px-3 py-2.5"
          rows={words.split("\n").length > 2 ? 4 : words.length > 60 ? 2 : 1}
          maxLength={2000}
          placeholder="Write here"
          value={words}
          onKeyDown={pressed}
          onChange={(e) => {
            setWords(e.target.value);
            chat.writing();
          }}
        />
      </label>
      <button
        type="submit"
        disabled={!words.trim()}
        className="min-h-12 rounded border border-good bg-good px-4 font-semibold text-lit disabled:opacity-60"
      >
        Send
      </button>
    </form>
  );
}

function Over({ chat }: { chat: ChatInHand }) {
  return (
    <div className="border-hair border-t px-5 py-4">
      <p className="mb-3 text-muted">This chat is over.</p>
      <Big look="quiet" disabled={chat.busy} onClick={() => void chat.begin()}>
        Begin another
      </Big>
    </div>
  );
}
