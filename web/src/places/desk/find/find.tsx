import { type QueryClient, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useLocation } from "wouter";
import { ask, client, type Found, type Page, Problem } from "../../../api/client";
import { whenTypingBegins } from "../../../keys/dispatcher";
import { isLetter, releaseKeys, setLettersName, singleKeysOn, typing } from "../../../keys/keys";
import { useKeys } from "../../../keys/use-keys";
import { Key } from "../../../ui/parts";
import { useSettled } from "../../../ui/settled";
import { claim } from "../acts";
import { useNotices } from "../notices";
import { pageQuery } from "../page-query";

const NOT_YOURS = "Answer or take a call first; then choose who the caller says they are.";

/** The open page as it is now, not as it was when something else was last drawn. */
async function present(queries: QueryClient, ticket: string): Promise<Page> {
  const known = queries.getQueryData<Page>(["page", ticket]);
  return known?.ticket.mine ? known : await queries.fetchQuery({ ...pageQuery(ticket), staleTime: 0 });
}

/** Whom something typed can only mean: the account of one, or all that was found. */
function theOnly(people: Found[], typed: string): Found | undefined {
  const exact = people.find((person) => person.account.toLowerCase() === typed.toLowerCase());
  return exact ?? (people.length === 1 ? people[0] : undefined);
}

/** Finds anyone as it is typed; on an open page of one's own, choosing says who the caller says they are. */
export function Find() {
  const queries = useQueryClient();
  const notices = useNotices();
  const field = useRef<HTMLInputElement>(null);
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  /** For what Enter was pressed before the answer was there. */
  const [eager, setEager] = useState("");
  const settled = useSettled(text.trim());
  // What is taken back is gone at once; only what is typed waits until typing pauses.
  const asked = text.trim().length > 1 ? settled : "";
  const ticket = useLocation()[0].match(/^\/desk\/([0-9a-f-]{36})$/)?.[1];
  const found = useQuery({
    queryKey: ["find", asked],
    // Whoever types on takes back what was asked before.
    queryFn: ({ signal }) => ask(client.GET("/api/people", { params: { query: { find: asked } }, signal })),
    enabled: asked.length > 1,
    placeholderData: (before) => before,
    staleTime: 20_000,
  });
  const people: Found[] = asked.length > 1 ? (found.data ?? []) : [];
  // What is shown may still be the answer to less than was typed: nobody is chosen out of that.
  const fresh = asked === text.trim() && found.isSuccess && !found.isPlaceholderData;
  useKeys([{ key: "/", words: "Find anyone", run: () => field.current?.focus() }]);
  const page = useQuery({ ...pageQuery(ticket ?? ""), enabled: false }).data;
  const naming = Boolean(ticket && page?.ticket.mine && !page.who);
  const opened = page?.ticket.mine ? page.ticket.id : undefined;
  useEffect(() => {
    if (!opened || opened !== ticket) return;
    const meanwhile = releaseKeys("page");
    if (!naming || !meanwhile) return;
    setText(meanwhile);
    field.current?.focus();
  }, [opened, ticket, naming]);
  useEffect(() => {
    setLettersName(naming);
    if (!naming) return;
    // The letter itself lands in the field, which has the focus by then.
    const begin = (event: KeyboardEvent) => {
      const plain = !event.ctrlKey && !event.metaKey && !event.altKey && !event.isComposing;
      if (plain && singleKeysOn() && isLetter(event.key) && !typing(event.target)) field.current?.focus();
    };
    whenTypingBegins(begin);
    return () => {
      whenTypingBegins(undefined);
      setLettersName(false);
    };
  }, [naming]);

  const leave = () => {
    setText("");
    setEager("");
    setAt(0);
    field.current?.blur();
  };
  const choose = async (person: Found) => {
    await notices.during(async () => {
      const page = ticket ? await present(queries, ticket) : undefined;
      if (!page?.ticket.mine) throw new Problem(409, "not-yours", NOT_YOURS);
      leave();
      await claim(page.ticket.id, person.id, page.ticket.version);
    });
  };
  const pressed = (event: React.KeyboardEvent) => {
    if (event.key === "Escape") leave();
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      const step = event.key === "ArrowDown" ? 1 : people.length - 1;
      setAt((at + step) % Math.max(1, people.length));
    }
    const person = people[at];
    if (event.key !== "Enter") return;
    if (!fresh) setEager(text.trim());
    else if (person) void choose(person);
  };
  useEffect(() => {
    if (!eager || !fresh) return;
    setEager("");
    const only = eager === asked ? theOnly(people, eager) : undefined;
    if (only) void choose(only);
  });
  return (
    <span className="relative w-[236px]">
      <input
        ref={field}
        role="combobox"
        aria-label="Find anyone"
        aria-expanded={people.length > 0}
        aria-controls="found"
        aria-autocomplete="list"
        aria-activedescendant={people[at] ? `found-${people[at].id}` : undefined}
        autoComplete="off"
        className="field bg-sheet pr-8"
        placeholder="Find anyone"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={pressed}
      />
      <span aria-hidden className="absolute top-1.5 right-2">
        <Key>/</Key>
      </span>
      <div
        id="found"
        role="listbox"
        aria-label="People found"
        className={`absolute right-0 z-10 mt-1 w-[24rem] rounded border border-rule bg-lit ${asked.length > 1 ? "" : "hidden"}`}
      >
        {people.map((person, i) => (
          // biome-ignore lint/a11y/useKeyWithClickEvents: the field above owns the keys, as a combobox does
          <div
            key={person.id}
            id={`found-${person.id}`}
            role="option"
            tabIndex={-1}
            aria-selected={i === at}
            className={`cursor-pointer px-3 py-1.5 ${i === at ? "bg-good-wash" : ""}`}
            onClick={() => void choose(person)}
          >
            <b>{person.name}</b> <span className="num text-muted">{person.account}</span>
            <span className="block text-muted text-xs">
              {[person.title, person.place].filter(Boolean).join(", ")}
            </span>
          </div>
        ))}
      </div>
      {asked.length > 1 && found.isFetched && people.length === 0 && (
        <p
          role="status"
          className="absolute right-0 z-20 mt-1 w-[24rem] rounded border border-rule bg-lit px-3 py-2 text-muted"
        >
          Nobody found. Try another part of the name, the account, the staff number or a telephone number.
        </p>
      )}
    </span>
  );
}
