import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../api/client";
import { day, exact } from "../ui/time";
import { shortHash } from "./entries";
import { useSealStatus } from "./seal-status";
import { TakeOut } from "./take-out";

const FORMS: [string, string][] = [
  ["jsonl", "to be verified"],
  ["csv", "as a table"],
  ["syslog", "as syslog lines"],
];

/** How far the whole record is sealed and witnessed, and taking it out. */
export function WholeRecord() {
  const [form, setForm] = useState("jsonl");
  const seal = useSealStatus();
  const key = useQuery({ queryKey: ["seal-key"], queryFn: () => ask(client.GET("/api/record/key")) });
  const status = seal.data;
  if (!status) return null;
  return (
    <section aria-label="The whole record" className="mt-6 border-hair border-t pt-3 text-[13px]">
      <h2 className="mb-1.5 font-semibold font-serif text-base">The whole record</h2>
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
      <div className="flex flex-wrap items-center gap-2">
        <TakeOut
          quiet
          words="Export all"
          path={`/api/record/export?format=${form}&to=${status.size}`}
          key={form}
        />
        <select
          aria-label="Form of the export"
          className="min-h-7 rounded border border-rule bg-lit px-2"
          value={form}
          onChange={(event) => setForm(event.target.value)}
        >
          {FORMS.map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </select>
      </div>
      {key.data && (
        <p className="mt-2 text-muted text-xs">
          Check it anywhere with <code className="num">./earnest verify</code> and the key{" "}
          <code className="num break-all">{key.data.key}</code>
        </p>
      )}
    </section>
  );
}
