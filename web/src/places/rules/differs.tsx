import type { RulebookChange } from "../../api/client";

/** What one rulebook says otherwise than another. */
export function Differs({ changes }: { changes: RulebookChange[] }) {
  return (
    <ul className="mb-3">
      {changes.length === 0 && <li className="text-muted">It says the same as the one in force.</li>}
      {changes.map((one) => (
        <li key={`${one.what}${one.was}${one.becomes}`} className="mb-1.5 border-wait border-l-2 pl-2.5">
          <b className="block text-xs">{one.what}</b>
          {one.was && <del className="block text-stop">{one.was}</del>}
          {one.becomes ? <ins className="block no-underline">{one.becomes}</ins> : <span>goes</span>}
        </li>
      ))}
    </ul>
  );
}
