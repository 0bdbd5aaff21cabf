import type { ReactNode } from "react";
import { Link } from "wouter";
import type { CasesTogether, HowLong } from "../../api/client";
import { useShell } from "../../shell/context";
import { clock } from "../../ui/time";
import { may } from "../place";
import { clocked } from "./times";

interface Props {
  answer: HowLong;
  of: CasesTogether | undefined;
  takeOut: ReactNode;
}

/** The cases behind the number that is chosen, slowest first. */
export function Cases({ answer, of, takeOut }: Props) {
  const { me } = useShell();
  const many = (of?.spread ?? answer.all).cases;
  const open = may(me, "work-at-desk");
  return (
    <section aria-label="The cases" className="max-w-4xl">
      <div className="mb-1 flex flex-wrap items-baseline gap-3">
        <h2 className="font-semibold font-serif text-base">
          {of ? `${of.words}: the` : "The"}{" "}
          {many === 1 ? "one case" : `${many.toLocaleString("en-GB")} cases, slowest first`}
        </h2>
        {answer.slowest.length < many && (
          <span className="text-muted text-xs">the first {answer.slowest.length}</span>
        )}
        <span className="ml-auto">{takeOut}</span>
      </div>
      <ul className="border-rule border-t">
        {answer.slowest.map((one) => (
          <li
            key={one.ticket}
            className="grid grid-cols-[5rem_9rem_minmax(0,1fr)_5rem] items-baseline gap-3 border-hair border-b py-1.5"
          >
            {open ? (
              <Link href={`/desk/${one.ticket}`} className="num text-seal underline">
                {one.number}
              </Link>
            ) : (
              <span className="num">{one.number}</span>
            )}
            <span className="text-muted">{clock(one.began)}</span>
            <span>
              {one.channel}. {one.ways}.
            </span>
            <b className="num text-right">{clocked(one.seconds)}</b>
          </li>
        ))}
      </ul>
    </section>
  );
}
