import { useState } from "react";
import { Big } from "../forgot/parts";

interface Props {
  label: string;
  note: string;
  busy: boolean;
  /** Absent: it cannot be taken away here. */
  remove?: () => void;
}

/** One that they have; taking it away is asked once more, in place. */
export function TakeAway({ label, note, busy, remove }: Props) {
  const [sure, setSure] = useState(false);
  return (
    <li className="border-hair border-b px-5 py-2.5">
      <div className="grid grid-cols-[1fr_auto] items-center gap-x-2.5">
        <span>
          <b className="block font-semibold">{label}</b>
          <small className="block text-[14.5px] text-muted leading-5">{note}</small>
        </span>
        {remove && !sure && (
          <button
            type="button"
            aria-label={`Take ${label} away`}
            onClick={() => setSure(true)}
            className="min-h-11 px-2 font-semibold text-[14.5px] text-stop underline underline-offset-[3px]"
          >
            Take away
          </button>
        )}
      </div>
      {remove && sure && (
        <div className="grid grid-cols-2 gap-2 pt-2">
          <Big look="grave" disabled={busy} onClick={remove}>
            Yes, take it away
          </Big>
          <Big look="quiet" onClick={() => setSure(false)}>
            Keep it
          </Big>
        </div>
      )}
    </li>
  );
}
