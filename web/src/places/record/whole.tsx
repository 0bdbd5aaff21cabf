import { day, exact } from "../../ui/time";
import type { Question } from "./asked";
import { shortHash } from "./entries";
import { Export } from "./export";
import { SealKeys } from "./keys";
import { useSealStatus } from "./seal-status";

interface Props {
  asked: Question;
  shown: number;
  more: boolean;
  /** Whether whoever looks may change the key. */
  changeKey: boolean;
}

/** How far the whole record is sealed and witnessed, with which key, and taking it out. */
export function WholeRecord({ asked, shown, more, changeKey }: Props) {
  const seal = useSealStatus();
  const status = seal.data;
  if (!status) return null;
  return (
    <section aria-label="The whole record" className="mt-6 border-hair border-t pt-3 text-[13px]">
      <h2 className="mb-1.5 font-semibold font-serif text-base">Taking it out</h2>
      <Export asked={asked} shown={shown} more={more} size={status.size} />
      <p className="mt-1.5 text-muted text-xs">
        What is to be verified proves itself anywhere, with <code className="num">./earnest verify</code> and
        the key below.
      </p>
      <h2 className="mt-5 mb-1.5 font-semibold font-serif text-base">The whole record</h2>
      {status.sealedAt && status.root ? (
        <p>
          {status.size.toLocaleString("en-GB")} entries are sealed, last on {day(status.sealedAt)} at{" "}
          <span className="num">{exact(status.sealedAt)}</span>,{" "}
          <span className="num text-muted">{shortHash(status.root)}</span>.
          {status.pending === 1 && " One waits for its seal."}
          {status.pending > 1 && ` ${status.pending} wait for their seal.`}
        </p>
      ) : (
        <p>Nothing is sealed yet.</p>
      )}
      <ul className="my-1.5">
        {status.witnesses.length === 0 && <li className="text-wait">No witness was told of any seal yet.</li>}
        {status.witnesses.map((witness) => (
          <li key={witness.name} className={witness.trouble ? "text-stop" : ""}>
            Witness “{witness.name}” holds the seal over {witness.size.toLocaleString("en-GB")} entries
            {witness.trouble && `, and was not told more: ${witness.trouble}`}
          </li>
        ))}
      </ul>
      <SealKeys mayChange={changeKey} />
    </section>
  );
}
