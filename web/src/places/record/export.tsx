import { useState } from "react";
import { TakeOut } from "../../taking-out/take-out";
import { isNarrow, type Question, query } from "./asked";

interface Props {
  asked: Question;
  /** How many entries of it are on the page, and whether there are more. */
  shown: number;
  more: boolean;
  /** Entries under the latest seal. */
  size: number;
}

const FORMS: [string, string][] = [
  ["jsonl", "to be verified"],
  ["csv", "as a table"],
  ["syslog", "as syslog lines"],
];

/** Takes out what the sentence asks for, or the whole record. */
export function Export({ asked, shown, more, size }: Props) {
  const [form, setForm] = useState("jsonl");
  const narrow = isNarrow(asked);
  return (
    <div className="flex flex-wrap items-center gap-2">
      {narrow && shown > 0 && (
        <TakeOut
          quiet
          words={more ? "Export all of these" : `Export these ${shown}`}
          path={`/api/record/export/asked?format=${form}${query(asked)}`}
          key={`these ${form} ${query(asked)}`}
        />
      )}
      <TakeOut
        quiet
        words="Export all"
        path={`/api/record/export?format=${form}&to=${size}`}
        key={`all ${form}`}
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
  );
}
