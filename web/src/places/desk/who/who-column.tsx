import { useState } from "react";
import type { Accounts, Page, Who } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { Button, Key } from "../../../ui/parts";
import { day, inWords, useNow } from "../../../ui/time";
import { claim, inviteToProofs } from "../acts";
import { ColumnOf } from "../column";
import { useNotices } from "../notices";
import { Line } from "./line";
import { Lost } from "./lost";
import { Starter } from "./starter";
import { WrittenTalk } from "./written";

interface Props {
  page: Page;
  lit: boolean;
  light: () => void;
  freshness: Accounts["freshness"] | undefined;
}

/** Who they say they are, and what they are judged by. */
export function WhoColumn({ page, lit, light, freshness }: Props) {
  const notices = useNotices();
  const may = page.ticket.mine && page.ticket.state !== "CLOSED" && page.who && !page.who.gone;
  const invite = may ? () => notices.during(() => inviteToProofs(page.ticket.id)) : undefined;
  return (
    <ColumnOf title="Who" note="says they are" lit={lit} light={light}>
      {page.who ? (
        page.written ? (
          <Brief page={page} who={page.who} freshness={freshness} invite={invite} />
        ) : (
          <Claimed page={page} who={page.who} freshness={freshness} invite={invite} />
        )
      ) : (
        <NotNamed page={page} />
      )}
      {page.written && <WrittenTalk page={page} written={page.written} />}
      {page.ticket.mine && <Line page={page} />}
    </ColumnOf>
  );
}

function NotNamed({ page }: { page: Page }) {
  const notices = useNotices();
  const mine = page.ticket.mine;
  const choose = (person: string) =>
    void notices.during(() => claim(page.ticket.id, person, page.ticket.version));
  const keyed = mine ? page.suggested : [];
  useKeys(
    keyed.map((person, i) => ({
      key: String(i + 1),
      words: `The caller says they are ${person.name}`,
      run: () => choose(person.id),
    })),
  );
  const number = page.ticket.talk?.address;
  return (
    <>
      <p className="mb-1 font-semibold font-serif text-xl leading-tight">Not named yet</p>
      <p className="mb-3 text-muted">
        {page.written ? "Ask who is writing, then find them." : "Ask who is calling, then find them."}
      </p>
      <p className="mb-3">
        Type their name or account, and they are found. For a number press <Key>/</Key> first.
      </p>
      {number ? (
        <p className="mb-3 border-wait border-l-[3px] pl-2 text-[13px] text-wait">
          Shows <span className="num">{number}</span>
          {page.suggested.length > 0 ? ", on record for:" : ", on record for nobody we know."}
        </p>
      ) : (
        <p className="mb-3 border-wait border-l-[3px] pl-2 text-[13px] text-wait">
          {page.ticket.words.noAddressIs}
        </p>
      )}
      {page.suggested.map((person, i) => (
        <button
          key={person.id}
          type="button"
          disabled={!mine}
          onClick={() => choose(person.id)}
          className="mb-1 grid w-full grid-cols-[auto_1fr] items-center gap-2 rounded border border-rule bg-sheet px-2 py-1.5 text-left"
        >
          <Key>{i + 1}</Key>
          <span>
            <b className="block">{person.name}</b>
            <small className="text-muted text-xs">
              {[person.title, person.place].filter(Boolean).join(", ")}
            </small>
          </span>
        </button>
      ))}
      {page.suggested.length > 0 && (
        <p className="mt-1 text-muted text-xs">
          A number can be faked. Choose only whom they name themselves.
        </p>
      )}
    </>
  );
}

/** Where both sides write, the lines have the room; the rest of the person is a press away. */
function Brief({ page, who, freshness, invite }: PersonProps) {
  const [more, setMore] = useState(false);
  if (more) return <Claimed page={page} who={who} freshness={freshness} invite={invite} />;
  return (
    <>
      <p className="mb-0.5 font-semibold font-serif text-xl leading-tight">{who.name}</p>
      <p className="mb-1.5 text-muted">{[who.title, who.place].filter(Boolean).join(", ")}</p>
      <Elsewhere who={who} />
      <Wished who={who} />
      <Button quiet className="self-start" onClick={() => setMore(true)}>
        More about them
      </Button>
    </>
  );
}

/** How they want to be spoken with, in their own choice. */
function Wished({ who }: { who: Who }) {
  return (
    who.wishes && (
      <p className="mb-2.5 rounded-[3px] bg-good-wash px-2 py-1 font-semibold text-[13px]">
        To be spoken with {who.wishes}.{!who.heardAlone && " Nothing secret is spoken."}
      </p>
    )
  );
}

function Elsewhere({ who }: { who: Who }) {
  return who.alsoOnTheLine.map((other) => (
    <p
      key={other.ticket}
      role="alert"
      className="mb-2.5 rounded-[3px] bg-stop-wash px-2.5 py-1.5 font-semibold text-stop"
    >
      Somebody on {other.number}
      {other.holder ? ` with ${other.holder}` : ""} says to be {who.name} too, at this moment. One of the two
      is not.
    </p>
  ));
}

interface PersonProps {
  page: Page;
  who: Who;
  freshness: Accounts["freshness"] | undefined;
  /** Sends an invitation; whether that went well. */
  invite: (() => Promise<boolean>) | undefined;
}

/** To set up what proves them; the message proves nothing. */
function Invite({ invite }: { invite: () => Promise<boolean> }) {
  const [sent, setSent] = useState(false);
  if (sent) return <small className="block text-muted text-xs">They are invited to set more up.</small>;
  return (
    <button
      type="button"
      className="block min-h-6 text-left text-muted text-xs underline"
      onClick={async () => setSent(await invite())}
    >
      Invite them to set more up
    </button>
  );
}

function Claimed({ page, who, freshness, invite }: PersonProps) {
  const [all, setAll] = useState(false);
  const [lost, setLost] = useState(false);
  useKeys(invite ? [{ key: "z", words: "What they lost", run: () => setLost(!lost) }] : [], {
    everywhere: true,
  });
  const now = useNow();
  const earlier = all ? who.earlier : who.earlier.slice(0, 2);
  return (
    <>
      <p className="mb-0.5 font-semibold font-serif text-xl leading-tight">{who.name}</p>
      <p className="mb-2.5 text-muted">{[who.title, who.place].filter(Boolean).join(", ")}</p>
      <Elsewhere who={who} />
      <Wished who={who} />
      <p className="mb-2.5 border-wait border-l-[3px] pl-2 text-[13px] text-wait">{who.claim}</p>
      <dl className="grid grid-cols-[64px_1fr] gap-x-2 gap-y-1.5 text-[13px]">
        <Term words="Account">
          <span className="num">{who.account}</span>
        </Term>
        {who.contacts.map((c) => (
          <Term key={c.id} words={c.label[0]?.toUpperCase() + c.label.slice(1)}>
            <Masked contact={c} />
            {c.note && (
              <small className={`block text-xs ${c.tooNew ? "text-stop" : "text-muted"}`}>{c.note}</small>
            )}
          </Term>
        ))}
        <Term words="Device">
          {who.devices.length > 0 ? `${who.devices.join(", ")} enrolled` : "nothing enrolled"}
          {invite && <Invite invite={invite} />}
          {invite && who.devices.length === 0 && <Starter person={who.id} />}
          {invite && !lost && (
            <button
              type="button"
              className="block min-h-6 text-left text-muted text-xs underline"
              onClick={() => setLost(true)}
            >
              Something is lost <Key>Z</Key>
            </button>
          )}
        </Term>
        {who.facts.length > 0 && (
          <Term words="May be asked">
            {who.facts.join(", ")}
            <small className="block text-muted text-xs">hidden here on purpose</small>
          </Term>
        )}
        {who.groups.length > 0 && <Term words="Group">{who.groups.join(", ")}</Term>}
        {who.speaks && <Term words="Speaks">{who.speaks}</Term>}
      </dl>
      {lost && <Lost page={page} close={() => setLost(false)} />}
      {who.gone && <p className="mt-3 font-semibold text-stop">Not in the directory any more.</p>}
      {who.earlier.length > 0 && (
        <section className="mt-3">
          <h3 className="mb-1 font-semibold text-muted text-xs">Earlier tickets</h3>
          {earlier.map((t) => (
            <p key={t.ticket} className="mb-1 line-clamp-3 text-xs">
              <span className="num text-muted">{t.number}</span>, {day(t.at)}: {t.words}
            </p>
          ))}
          {who.earlier.length > 2 && !all && (
            <Button quiet onClick={() => setAll(true)}>
              {who.earlier.length - 2} more
            </Button>
          )}
        </section>
      )}
      {freshness?.at && (
        <p className={`mt-3 text-xs ${freshness.trouble ? "font-semibold text-wait" : "text-muted"}`}>
          {freshness.trouble
            ? `${freshness.trouble}. What you see here is ${inWords(freshness.at, now)} old.`
            : `From the directory, ${inWords(freshness.at, now)} ago`}
        </p>
      )}
    </>
  );
}

/** May break after the @ only. */
function Masked({ contact }: { contact: Who["contacts"][number] }) {
  if (contact.telephone) return <span className="num">{contact.masked}</span>;
  const [hidden, domain] = contact.masked.split("@");
  return (
    <span>
      {hidden}@<wbr />
      {domain}
    </span>
  );
}

function Term({ words, children }: { words: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="text-muted">{words}</dt>
      <dd className="min-w-0 break-words">{children}</dd>
    </>
  );
}
