import { Fragment, useState } from "react";
import { Link } from "wouter";
import type { Judgement, Page, Reckoning } from "../../../api/client";
import { holdKeys, releaseKeys } from "../../../keys/keys";
import { useKeys } from "../../../keys/use-keys";
import { Button, Key } from "../../../ui/parts";
import { clock } from "../../../ui/time";
import { beginCheck } from "../acts";
import { ColumnOf } from "../column";
import { chosen, type Subject } from "../lit";
import { useNotices } from "../notices";
import { Lifting } from "./lifting";
import { OpenCheck } from "./open-check";
import { Refuse } from "./refuse";
import { SaidNo } from "./said-no";
import { AgreeToColleague, SecondPerson } from "./second-person";
import { about, groups, inOrder, type Placed, seconds, wayWords } from "./ways";

interface Props {
  page: Page;
  subject: Subject;
  lit: boolean;
  light: () => void;
}

const LABELS: Record<string, string> = { unlock: "Unlock", "temporary-password": "Temporary password" };

/** Proof is a reckoning: a line per check, a sum, what is asked, and the quickest ways across. */
export function ProofColumn({ page, subject, lit, light }: Props) {
  const judgement = chosen(page, subject);
  const reckoning = page.proof;
  const note = page.who && judgement && (
    <span className="num">
      {figure(judgement.standing)} of {judgement.asks}
    </span>
  );
  return (
    <ColumnOf title="Proof" note={note} lit={lit} light={light}>
      {page.who ? (
        <>
          <Lines reckoning={reckoning} />
          {judgement && (
            <Sum reckoning={reckoning} judgement={judgement} closed={page.ticket.state === "CLOSED"} />
          )}
          {judgement?.verdict === "needs-second-person" && page.ticket.state !== "CLOSED" && (
            <SecondPerson page={page} judgement={judgement} />
          )}
          {page.ticket.state !== "CLOSED" && <AgreeToColleague page={page} />}
          {reckoning.liftable && page.ticket.state !== "CLOSED" && <Lifting page={page} />}
          {page.ticket.mine && <SaidNo page={page} />}
          {page.ticket.mine && reckoning.open && <OpenCheck ticket={page.ticket.id} check={reckoning.open} />}
          {page.ticket.mine && !reckoning.stopped && (
            <Offers
              page={page}
              placed={inOrder(reckoning, judgement)}
              enough={judgement?.verdict === "open" || reckoning.open !== undefined}
            />
          )}
          {page.ticket.mine &&
            page.ticket.state !== "CLOSED" &&
            judgement?.verdict === "short" &&
            !reckoning.open &&
            page.changes.length === 0 && <Refuse page={page} judgement={judgement} />}
        </>
      ) : (
        <p className="text-muted">
          Once you know who they say they are, each check stands here as a line with what it counts.
        </p>
      )}
    </ColumnOf>
  );
}

function Lines({ reckoning }: { reckoning: Reckoning }) {
  if (reckoning.explanations.length === 0) return <p className="mb-2 text-muted">Nothing was checked yet.</p>;
  return (
    <ul aria-label="The reckoning">
      {reckoning.explanations.map((given, i) => (
        <li
          // biome-ignore lint/suspicious/noArrayIndexKey: lines only ever stand in the counting order
          key={i}
          className={`grid grid-cols-[1fr_40px] gap-1.5 border-hair border-b py-1 ${given.points === 0 ? "text-muted" : ""}`}
        >
          <span>
            {given.label}
            {given.ticket && (
              <Link href={`/desk/${given.ticket}`} className="ml-1.5 text-seal text-xs underline">
                Look
              </Link>
            )}
            {(given.reason ?? given.note) && (
              <small className="block text-muted text-xs">
                {[given.note, given.reason].filter(Boolean).join("; ")}
              </small>
            )}
          </span>
          <span className={`num text-right font-semibold ${given.points < 0 ? "text-stop" : ""}`}>
            {signed(given.points)}
          </span>
        </li>
      ))}
    </ul>
  );
}

const over = (points: number) => (points === 0 ? "just so" : `${points} over`);

const figure = (points: number) => (points < 0 ? `−${-points}` : `${points}`);

const signed = (points: number) => (points > 0 ? `+${points}` : figure(points));

function Sum({
  reckoning,
  judgement,
  closed,
}: {
  reckoning: Reckoning;
  judgement: Judgement;
  closed: boolean;
}) {
  return (
    <>
      <p className="grid grid-cols-[1fr_60px] pt-1.5 pb-0.5">
        Standing <b className="num border-ink border-t pt-0.5 text-right">{figure(reckoning.standing)}</b>
      </p>
      {judgement.standing !== reckoning.standing && (
        <p className="grid grid-cols-[1fr_60px] text-muted">
          <span>of which counts for this</span>
          <b className="num text-right">{figure(judgement.standing)}</b>
        </p>
      )}
      <p className="grid grid-cols-[1fr_60px] pb-1">
        <span>{LABELS[judgement.action] ?? judgement.action} asks</span>
        <b className="num border-ink border-b-4 border-double pb-0.5 text-right font-medium">
          {judgement.asks}
        </b>
      </p>
      {closed ? (
        <p className="my-2 text-muted text-xs">As it stood when the last check was made.</p>
      ) : (
        <Standing reckoning={reckoning} judgement={judgement} />
      )}
    </>
  );
}

function Standing({ reckoning, judgement }: { reckoning: Reckoning; judgement: Judgement }) {
  const bar = "my-2 flex justify-between gap-2 rounded-[3px] px-2.5 py-1.5 font-semibold";
  switch (judgement.verdict) {
    case "open":
      return (
        <>
          <p role="status" className={`${bar} bg-good-wash text-good`}>
            Sure enough <span className="num">{over(judgement.standing - judgement.asks)}</span>
          </p>
          <p className="mb-2 text-muted">
            {judgement.until
              ? `Holds until ${clock(judgement.until)}, in this conversation.`
              : "Holds in this conversation."}
          </p>
        </>
      );
    case "stopped":
      return (
        <p role="status" className={`${bar} bg-stop-wash text-stop`}>
          {reckoning.stop}
        </p>
      );
    case "needs-second-person":
      return <p className={`${bar} bg-wait-wash text-wait`}>Sure enough, but a second person must agree.</p>;
    case "no-rule":
      return <p className={`${bar} bg-stop-wash text-stop`}>No rule allows this. Ask the steward.</p>;
    default:
      return <Short reckoning={reckoning} judgement={judgement} />;
  }
}

function Short({ reckoning, judgement }: { reckoning: Reckoning; judgement: Judgement }) {
  return (
    <>
      <p
        role="status"
        className="my-2 flex justify-between gap-2 rounded-[3px] bg-stop-wash px-2.5 py-1.5 font-semibold text-stop"
      >
        {judgement.points > 0 ? `${judgement.points} short` : "Rests on too little"}
      </p>
      {judgement.points === 0 && judgement.also.length > 0 && (
        <p className="mb-1.5 text-muted text-xs">Still missing: {judgement.also.join("; ")}.</p>
      )}
      {judgement.ways.length > 0 ? (
        <div className="mb-2">
          <h3 className="font-semibold text-muted text-xs">Quickest ways across</h3>
          <ol className="text-[13px]">
            {judgement.ways.map((way) => (
              <li key={way.join()} className="border-hair not-first:border-t py-0.5">
                {wayWords(reckoning, way)}{" "}
                <span className="text-muted text-xs">{about(seconds(reckoning, way))}</span>
              </li>
            ))}
          </ol>
        </div>
      ) : (
        <p className="mb-2 text-[13px]">
          What this desk can check is not enough for it. Pass the page to your lead with what stands here.
        </p>
      )}
    </>
  );
}

interface OffersProps {
  page: Page;
  placed: Placed[];
  enough: boolean;
}

/**
 * What could still be checked: those that lead across first, the rest one key away; once it is enough, or while a
 * check is under way, only on request.
 */
function Offers({ page, placed, enough }: OffersProps) {
  const [more, setMore] = useState(false);
  const [from, setFrom] = useState(0);
  const notices = useNotices();
  const begin = async (offer: string) => {
    setMore(false);
    holdKeys("form");
    if (!(await notices.during(() => beginCheck(page.ticket.id, offer)))) releaseKeys("form");
  };
  const shown = enough && !more ? [] : groups(placed, more);
  const inTurn = shown.flatMap((group) => group.placed);
  const hidden = placed.length - inTurn.length;
  // There are nine digits: where there are more checks, they go on to the next nine.
  const turns = hidden === 0 && inTurn.length > DIGITS;
  const turn = () => setFrom(from + DIGITS < inTurn.length ? from + DIGITS : 0);
  useKeys([
    ...inTurn.slice(from, from + DIGITS).map(({ offer }, i) => ({
      key: String(i + 1),
      words: offer.label,
      run: () => void begin(offer.id),
    })),
    ...(hidden > 0 ? [{ key: "0", words: "Show more checks", run: () => setMore(true) }] : []),
    ...(turns ? [{ key: "0", words: "Digits for the next checks", run: turn }] : []),
  ]);
  return (
    <>
      {shown.map((group) => (
        <Fragment key={group.words}>
          {group.words && <h3 className="mt-1.5 mb-1 font-semibold text-muted text-xs">{group.words}</h3>}
          <ul aria-label={group.words || "Checks that can be made"}>
            {group.placed.map((one) => (
              <OfferLine
                key={one.offer.id}
                placed={one}
                digit={inTurn.indexOf(one) - from + 1}
                begin={() => void begin(one.offer.id)}
              />
            ))}
          </ul>
        </Fragment>
      ))}
      {hidden > 0 && (
        <Button quiet hotkey="0" onClick={() => setMore(true)}>
          {enough ? "More checks" : `${hidden} more`}
        </Button>
      )}
      {turns && (
        <Button quiet hotkey="0" onClick={turn}>
          Digits for the next ones
        </Button>
      )}
      {(more || placed.length === 0) && <Missing reckoning={page.proof} />}
    </>
  );
}

/** Why what one might look for is not there. */
function Missing({ reckoning }: { reckoning: Reckoning }) {
  if (reckoning.missing.length === 0) return null;
  return (
    <details className="mt-1.5 text-[13px]">
      <summary className="min-h-6 cursor-pointer text-muted underline">
        Why not {reckoning.missing.length === 1 ? "one more" : `${reckoning.missing.length} others`}?
      </summary>
      <dl className="mt-1">
        {reckoning.missing.map((one) => (
          <div key={one.title} className="border-hair border-b py-0.5">
            <dt className="font-semibold">{one.title}</dt>
            <dd className="text-muted">{one.why}</dd>
          </div>
        ))}
      </dl>
    </details>
  );
}

const DIGITS = 9;

interface OfferLineProps {
  placed: Placed;
  digit: number;
  begin: () => void;
}

function OfferLine({ placed: { offer, quick }, digit, begin }: OfferLineProps) {
  return (
    <li>
      <button
        type="button"
        onClick={begin}
        className={`mb-1 grid w-full grid-cols-[24px_1fr_auto] items-center gap-2 rounded border bg-sheet px-2 py-1.5 text-left ${quick ? "border-good shadow-[inset_3px_0_var(--good)]" : "border-rule"}`}
      >
        {digit >= 1 && digit <= DIGITS ? <Key>{digit}</Key> : <span />}
        <span>
          {offer.label}
          <small className="block text-muted text-xs">
            {[offer.note, about(offer.seconds)].filter(Boolean).join(", ")}
          </small>
        </span>
        <span className="num font-semibold">+{offer.points}</span>
      </button>
    </li>
  );
}
