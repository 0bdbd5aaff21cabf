import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type KeyboardEvent, useEffect, useRef, useState } from "react";
import { ask, byItself, client, type Page, type WrittenLine } from "../../../api/client";
import { Words } from "../../../chat/lines";
import { useKeys } from "../../../keys/use-keys";
import { Button, Key } from "../../../ui/parts";
import { clock } from "../../../ui/time";
import { offerPage, writeLine, writing } from "../acts";
import { useNotices } from "../notices";

const QUICK = [
  "One check is left. It takes about a minute.",
  "Please do not write passwords here.",
  "A moment, please. I am looking.",
];
const LOOK_MS = 2_000;
const TELL_MS = 3_000;

type Written = NonNullable<Page["written"]>;

/** What both sides write, where the line of a call stands otherwise. */
export function WrittenTalk({ page, written }: { page: Page; written: Written }) {
  const [all, setAll] = useState(false);
  const end = useRef<HTMLDivElement>(null);
  const { lines, understood } = written;
  const shown = all || lines.length <= 8 ? lines : lines.slice(-7);
  const count = lines.length;
  // biome-ignore lint/correctness/useExhaustiveDependencies: whenever there is one line more
  useEffect(() => {
    end.current?.scrollIntoView?.({ block: "end" });
  }, [count]);
  const there = page.ticket.onTheLine;
  return (
    <section aria-label="What is written" className="written mt-2.5 flex flex-col border-hair border-t pt-2">
      {understood && (
        <p className="mb-2 text-[13px]">
          <span className="text-muted">Understood:</span> <b className="font-semibold">{understood.words}</b>
          {understood.sure < 80 && <span className="text-muted">, not very surely</span>}
        </p>
      )}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: else the keyboard could not scroll it */}
      <div className="min-h-24 flex-1 overflow-y-auto border-rule border-t" tabIndex={0}>
        {shown.length < lines.length && (
          <button
            type="button"
            className="my-1.5 min-h-6 text-seal text-xs underline underline-offset-2"
            onClick={() => setAll(true)}
          >
            {lines.length - shown.length} lines before
          </button>
        )}
        <div role="log" aria-label="Lines">
          <ol>
            {shown.map((line) => (
              <WrittenRow key={line.number} line={line} name={page.who?.given ?? page.who?.name ?? "They"} />
            ))}
          </ol>
        </div>
        <div ref={end} />
      </div>
      {there && <TheyWrite page={page} />}
      {there && page.ticket.mine && <Answering page={page} />}
    </section>
  );
}

function WrittenRow({ line, name }: { line: WrittenLine; name: string }) {
  if (line.side === "earnest")
    return (
      <li className="border-hair border-b py-1 font-serif text-[13px] text-muted italic">{line.words}</li>
    );
  const who =
    line.side === "person" ? name : line.side === "assistant" ? "Assistant" : (line.author ?? "Desk");
  return (
    <li className="grid grid-cols-[62px_1fr] gap-x-2 border-hair border-b py-1 text-[13px]">
      <b
        title={clock(line.at)}
        className={`truncate text-right font-serif ${line.side === "person" ? "font-semibold" : line.side === "analyst" ? "font-semibold text-seal" : "font-normal text-muted"}`}
      >
        {who.split(" ")[0]}
      </b>
      <div className={line.side === "person" ? "" : "text-muted"}>
        <Words words={line.words} />
        {line.page && <small className="text-muted text-xs">with a button to their own page</small>}
      </div>
    </li>
  );
}

function TheyWrite({ page }: { page: Page }) {
  const now = useQuery({
    queryKey: ["writing", page.ticket.id],
    queryFn: () =>
      ask(
        client.GET("/api/tickets/{ticket}/writing", {
          params: { path: { ticket: page.ticket.id } },
          ...byItself,
        }),
      ),
    refetchInterval: LOOK_MS,
  });
  return (
    <p role="status" className="min-h-5 text-muted text-xs italic">
      {now.data?.writing && `${page.who?.given ?? page.who?.name ?? "They"} is writing`}
    </p>
  );
}

function Answering({ page }: { page: Page }) {
  const notices = useNotices();
  const queries = useQueryClient();
  const [words, setWords] = useState("");
  const [busy, setBusy] = useState(false);
  const field = useRef<HTMLTextAreaElement>(null);
  const toldAt = useRef(0);
  const id = page.ticket.id;
  const send = async (said: string) => {
    if (!said.trim() || busy) return;
    setBusy(true);
    if (await notices.during(() => writeLine(id, said.trim()))) {
      setWords("");
      await queries.invalidateQueries({ queryKey: ["page", id] });
    }
    setBusy(false);
    field.current?.focus();
  };
  const offer = () => void notices.during(() => offerPage(id));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void send(words);
  };
  const pressed = (event: KeyboardEvent) => {
    const quick =
      event.altKey && !event.ctrlKey ? QUICK[Number(event.code.replace("Digit", "")) - 1] : undefined;
    if (quick) {
      event.preventDefault();
      setWords(quick);
    } else if (event.key === "Escape") {
      field.current?.blur();
    } else if (event.key === "Enter" && !event.shiftKey && !event.nativeEvent.isComposing) {
      event.preventDefault();
      void send(words);
    }
  };
  useKeys(
    [
      { key: "w", words: "Write to them", run: () => field.current?.focus() },
      ...(page.who ? [{ key: "b", words: "Offer them their own page", run: offer }] : []),
    ],
    { everywhere: true },
  );
  return (
    <form onSubmit={submit} className="mt-1.5">
      <label>
        <span className="sr-only">Write to them</span>
        <textarea
          ref={field}
          className="field w-full resize-none px-2 py-1.5"
          rows={2}
          maxLength={2000}
          placeholder="W writes to them, Enter sends"
          value={words}
          disabled={busy}
          onKeyDown={pressed}
          onChange={(e) => {
            setWords(e.target.value);
            if (Date.now() - toldAt.current > TELL_MS) {
              toldAt.current = Date.now();
              void writing(id).catch(() => undefined);
            }
          }}
        />
      </label>
      <ul className="mb-1.5 grid gap-0.5 text-xs">
        {QUICK.map((quick, i) => (
          <li key={quick}>
            <button
              type="button"
              className="flex min-h-6 items-center gap-1.5 text-left"
              onClick={() => {
                setWords(quick);
                field.current?.focus();
              }}
            >
              <Key>Alt {i + 1}</Key> {quick}
            </button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-1.5">
        <Button type="submit" disabled={busy || !words.trim()}>
          Send
        </Button>
        <Button quiet hotkey="B" disabled={!page.who} onClick={offer}>
          Their own page
        </Button>
      </div>
    </form>
  );
}
