import { Link } from "wouter";
import type { RulebookRehearsed } from "../../api/client";
import { clock } from "../../ui/time";
import { about } from "../desk/proof/ways";

/** What a rulebook would have come to, with the cases behind the figures. */
export function Rehearsed({ rehearsed }: { rehearsed: RulebookRehearsed }) {
  const cases = rehearsed.which ?? [];
  const all = rehearsed.asItWas + rehearsed.openedMore + rehearsed.moreChecks + rehearsed.nothingLeft;
  return (
    <section aria-label="Rehearsed" className="mb-3">
      <h3 className="font-semibold font-serif text-base">Rehearsed</h3>
      <p className="mb-1 text-muted text-xs">
        on what was decided in the last 90 days, with the proof as it stood
      </p>
      <dl className="mb-2 grid grid-cols-[1fr_auto] gap-x-3">
        <Count words="as it was" n={rehearsed.asItWas} />
        <Count words="allowed that was refused" n={rehearsed.openedMore} />
        <Count
          words={`one more check or several${rehearsed.moreChecks > 0 ? `, ${about(rehearsed.moreSeconds)} in all` : ""}`}
          n={rehearsed.moreChecks}
        />
        <Count words="refused, with nothing left to prove it by" n={rehearsed.nothingLeft} grave />
        <Count words="decisions" n={all} />
      </dl>
      {cases.length > 0 && (
        <details>
          <summary className="cursor-pointer text-[13px] underline">Which ones</summary>
          <ul className="mt-1 text-[13px]">
            {cases.map((one) => (
              <li
                key={`${one.at}${one.ticket}${one.action}`}
                className="flex flex-wrap gap-x-2 border-hair border-b py-0.5"
              >
                {one.ticket ? (
                  <Link href={`/record?ticket=${one.ticket}`} className="num underline">
                    T-{one.ticket}
                  </Link>
                ) : (
                  <span className="text-muted">no ticket</span>
                )}
                <span>{CAME[one.came]}</span>
                <span className="text-muted text-xs">
                  {one.action.replaceAll("-", " ")} in {one.system}, {clock(one.at)}
                  {one.seconds > 0 ? `, ${about(one.seconds)} more` : ""}
                </span>
              </li>
            ))}
          </ul>
          {cases.length === 100 && <p className="text-muted text-xs">The latest hundred.</p>}
        </details>
      )}
    </section>
  );
}

const CAME = {
  "opened-more": "would be allowed",
  "more-checks": "would take more",
  "nothing-left": "would be refused",
};

function Count({ words, n, grave = false }: { words: string; n: number; grave?: boolean }) {
  return (
    <>
      <dt className="border-hair border-b py-1">{words}</dt>
      <dd
        className={`num border-hair border-b py-1 text-right font-semibold ${grave && n > 0 ? "text-stop" : ""}`}
      >
        {n}
      </dd>
    </>
  );
}
