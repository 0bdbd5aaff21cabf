import type { HandoverState, Page } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { Button } from "../../../ui/parts";
import { clock } from "../../../ui/time";
import { chooseRoute } from "../acts";
import { ColumnOf } from "../column";
import { useNotices } from "../notices";
import { RunsOnTicket } from "../runs/runs-on-ticket";
import { CloseTicket } from "./close-ticket";
import { ReadAloud } from "./read-aloud";

interface Props {
  page: Page;
  mine: boolean;
  lit: boolean;
  light: () => void;
}

const BY: Record<string, string> = { "read-aloud": "read aloud", link: "by a one-time link" };

/** How the new password reaches its person, whether they are in, and closing. */
export function HandoverColumn({ page, mine, lit, light }: Props) {
  const handover = page.handover;
  const note = handover ? (BY[handover.state.route] ?? `by ${handover.state.route}`) : "after the change";
  return (
    <ColumnOf title="Handover" note={note} lit={lit} light={light}>
      {handover ? (
        <Handing key={handover.state.id} page={page} handover={handover} mine={mine} />
      ) : (
        <Before page={page} />
      )}
      {mine && <CloseTicket page={page} />}
      <RunsOnTicket page={page} />
    </ColumnOf>
  );
}

function Before({ page }: { page: Page }) {
  const name = page.who?.given ?? page.who?.name ?? "the person";
  return (
    <div className="text-muted">
      <p className="mb-2">
        {page.written || page.who?.heardAlone === false
          ? `Nothing secret ${page.written ? "goes through what is written" : "is spoken here"}. ${name} chooses a password on their own page, or a temporary one is sent to a contact on record, by itself or as a link that shows it once.`
          : `A new password reaches ${name} read aloud, in parts that are said back, or is sent to a contact on record, by itself or as a link that shows it once.`}
      </p>
      <p>
        It must be changed at first sign-in and is out of force after 1 hour if unused, after 4 hours when it
        is sent.
      </p>
    </div>
  );
}

/** Whether a secret may be spoken here: one speaks, and they hear it themselves. */
const spoken = (page: Page) => !page.written && page.who?.heardAlone !== false;

const GONE: Record<string, string> = {
  withdrawn:
    "It was for somebody else than the page names now: never handed over, and being taken out of force.",
  unclear: "Nobody knows whether the text with it left. Give a fresh one; this one is out of reach.",
  replaced: "A newer password took its place.",
  expired: "It ran out unused and was replaced by one that nobody knows.",
};

function Handing({ page, handover, mine }: { page: Page; handover: HandoverState; mine: boolean }) {
  const { state } = handover;
  const unseen = state.style === "copied";
  const reading =
    !unseen && spoken(page) && state.route === "read-aloud" && ["waiting", "shown"].includes(state.state);
  const unopened = state.route === "link" && ["left", "arrived"].includes(state.state);
  const several = new Set(page.changes.map((change) => change.system)).size > 1;
  return (
    <>
      {several && (
        <p className="mb-3">
          The password for <b>{handover.system}</b>
          {handover.behind.length > 0 && <>. After it: the one for {handover.behind.join(", ")}</>}
        </p>
      )}
      {GONE[state.state] && <p className="mb-3 font-semibold text-stop">{GONE[state.state]}</p>}
      {state.state === "said-back" && (
        <p className="mb-3 font-semibold text-good">✓ Read aloud and said back in full.</p>
      )}
      {state.state === "opened" && (
        <p className="mb-3 font-semibold text-good">✓ They opened the link and saw it.</p>
      )}
      {state.route !== "read-aloud" &&
        state.state !== "opened" &&
        !GONE[state.state] &&
        !(unseen && state.state === "waiting" && !state.trouble) && (
          <p className="mb-3 font-semibold">
            The {brought(handover)}
            {state.route === "link" ? " with the link" : ""} {SENT[state.state] ?? state.state}.
            {unopened && " They have not opened it yet."}
          </p>
        )}
      {unseen && state.state === "waiting" && (
        <p className="mb-3 text-muted">Nobody at the desk sees this one. It goes to a contact on record.</p>
      )}
      {state.trouble && <p className="mb-3 font-semibold text-wait">{state.trouble}</p>}
      {mine && reading && <ReadAloud ticket={page.ticket.id} handover={state} fresh={page.ticket.speaking} />}
      {mine && (state.state === "waiting" || unopened) && <Sending page={page} handover={handover} />}
      <Facts page={page} handover={handover} />
      <p className="mt-3 text-muted">Hidden from the ticket, the record and every log.</p>
    </>
  );
}

const SENT: Record<string, string> = {
  sending: "is on its way",
  left: "left",
  arrived: "arrived",
  waiting: "did not leave; choose again",
};

/** What brings it: the text, the letter. */
const brought = ({ contacts, state }: HandoverState) =>
  contacts.find((contact) => contact.id === state.contact)?.brings ?? "message";

type Contact = HandoverState["contacts"][number];
const capital = (words = "") => words.charAt(0).toUpperCase() + words.slice(1);

function Sending({ page, handover }: { page: Page; handover: HandoverState }) {
  const notices = useNotices();
  const { state } = handover;
  const contacts = handover.contacts.filter((contact) => !contact.tooNew);
  const first = contacts[0];
  const by = (route: string, contact?: Contact) =>
    void notices.during(() => chooseRoute(page.ticket.id, route, contact?.id));
  const send = (contact: Contact) => by(contact.route ?? "text", contact);
  useKeys(
    first
      ? [
          { key: "m", words: `Send it by ${first.brings} to ${first.label} instead`, run: () => send(first) },
          { key: "o", words: `Send a one-time link to ${first.label}`, run: () => by("link", first) },
        ]
      : [],
  );
  const unseen = state.style === "copied";
  return (
    <div className="mb-3 grid gap-1">
      {contacts.length > 0 && (
        <p className="text-muted">
          {unseen || !spoken(page)
            ? "Send it, by itself or as a link, to"
            : "Or send it, by itself or as a link, to"}
        </p>
      )}
      {state.route === "link" && state.state !== "waiting" && !unseen && spoken(page) && (
        <Button quiet onClick={() => by("read-aloud")}>
          Read it aloud instead; the link ends
        </Button>
      )}
      {contacts.length === 0 && <p className="text-muted">Nothing can be sent to any contact on record.</p>}
      {contacts.map((contact, i) => (
        <div key={contact.id} className="flex flex-wrap items-center justify-between gap-1">
          <span>{contact.label}</span>
          <span className="flex gap-1">
            <Button
              quiet
              aria-label={`${capital(contact.brings)} to ${contact.label}`}
              {...(i === 0 ? { hotkey: "M" } : {})}
              onClick={() => send(contact)}
            >
              {capital(contact.brings)}
            </Button>
            <Button
              quiet
              aria-label={`Link, one-time, to ${contact.label}`}
              {...(i === 0 ? { hotkey: "O" } : {})}
              onClick={() => by("link", contact)}
            >
              Link
            </Button>
          </span>
        </div>
      ))}
    </div>
  );
}

function Facts({ page, handover }: { page: Page; handover: HandoverState }) {
  const { state } = handover;
  const name = page.who?.given ?? page.who?.name ?? "The person";
  const rows: [string, string][] = [
    // Once they chose their own, the temporary one is out of force and nothing must be changed.
    ...(state.inAt
      ? []
      : ([
          ["Must change at first sign-in", "yes"],
          ["Out of force", clock(state.expiresAt)],
        ] as [string, string][])),
    [`${name} is in`, state.inAt ? clock(state.inAt) : state.reminded ? "still not" : "not yet"],
    ["Told on", handover.told.join("; ") || "no contact that a message reaches"],
  ];
  return (
    <dl>
      {rows.map(([term, words]) => (
        <div key={term} className="flex items-center justify-between gap-2 border-hair border-b py-1.5">
          <dt>{term}</dt>
          <dd
            className={`text-right font-semibold ${term.endsWith("is in") && state.inAt ? "text-good" : ""}`}
          >
            {words}
          </dd>
        </div>
      ))}
    </dl>
  );
}
