import type { MethodOfRulebook } from "../../api/client";
import { about } from "../desk/proof/ways";
import { type Book, type Draft, setMethod } from "./draft";
import { oneIn } from "./one-in";
import { Figure, useEditing } from "./slots";

interface Props {
  methods: MethodOfRulebook[];
  draft: Draft;
  inForce: Book;
  change: (draft: Draft) => void;
}

/** What each check counts, and what that says. */
export function Counted({ methods, draft, inForce, change }: Props) {
  return (
    <>
      <h2 className="mb-1 font-semibold font-serif text-base">What counts, and why</h2>
      <p className="mb-2 max-w-prose text-muted text-xs">
        Ten points more: an impostor passes it a tenth as often as the person. Points of checks that do not
        hang on each other add up.
      </p>
      <table className="w-full border-collapse">
        <thead>
          <tr className="border-rule border-b text-left text-muted text-xs">
            <th className="py-1 font-semibold">Check</th>
            <th className="py-1 text-right font-semibold">passed</th>
            <th className="py-1 pl-3 text-right font-semibold">failed</th>
            <th className="py-1 pl-3 font-semibold">takes</th>
          </tr>
        </thead>
        <tbody>
          {methods.map((method) => (
            <Row key={method.id} method={method} draft={draft} inForce={inForce} change={change} />
          ))}
        </tbody>
      </table>
    </>
  );
}

function Row({ method, draft, inForce, change }: Omit<Props, "methods"> & { method: MethodOfRulebook }) {
  const { on } = useEditing();
  const now = draft.checks[method.id];
  const was = inForce.checks[method.id];
  if (!now) return null;
  return (
    <tr className={`border-hair border-b align-top ${method.here ? "" : "text-muted"}`}>
      <td className="py-1.5 pr-3">
        {method.words}
        <small className="block text-muted text-xs">
          {[
            method.restsOn,
            oneIn(now.points),
            now.relayed && "can be read out to somebody",
            !method.here && "not at this desk",
          ]
            .filter(Boolean)
            .join("; ")}
        </small>
      </td>
      <td className="whitespace-nowrap py-1.5 text-right">
        {now.points > 0 && "+"}
        <Figure
          label={`Points of ${method.words}`}
          value={now.points}
          was={was?.points}
          set={(points) => change(setMethod(draft, method.id, { points }))}
        />
      </td>
      <td className="whitespace-nowrap py-1.5 pl-3 text-right text-stop">
        {(on || now.failed !== 0) && (
          <>
            −
            <Figure
              label={`Points of ${method.words} when it fails`}
              value={now.failed}
              was={was?.failed}
              negative
              set={(failed) => change(setMethod(draft, method.id, { failed }))}
            />
          </>
        )}
      </td>
      <td className="whitespace-nowrap py-1.5 pl-3 text-muted">
        {method.seconds === 0 ? "" : about(method.seconds)}
      </td>
    </tr>
  );
}
