import { useQuery } from "@tanstack/react-query";
import { ask, byItself, client, type MethodOfRulebook, type RulebookShown } from "../../api/client";
import { about } from "../desk/proof/ways";
import { oneIn } from "./one-in";
import { ProposedRules } from "./proposed";

/** The rules by which proof is judged: what each check counts and why, what caps it, and what each deed asks. */
export function RulesPage() {
  const book = useQuery({
    queryKey: ["rulebook"],
    queryFn: () => ask(client.GET("/api/rulebook", byItself)),
    refetchInterval: 10_000,
  });
  if (book.isPending) return <p className="p-6 text-muted">Opening the book.</p>;
  if (book.isError)
    return (
      <p role="alert" className="p-6">
        {book.error.message}
      </p>
    );
  const rules = book.data;
  return (
    <main className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <h1 className="border-rule border-b px-5 py-3.5 font-medium font-serif text-lg">
        The rules
        <span className="ml-3 font-normal font-sans text-muted text-xs">
          The {rules.name} rulebook, version {rules.version}. Every decision on the record says by which
          version it was made.
        </span>
      </h1>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: whoever has no mouse scrolls it by its keys */}
      <div tabIndex={0} className="grid min-h-0 grid-cols-1 overflow-y-auto lg:grid-cols-[1fr_420px]">
        <section aria-label="What is asked" className="ml-5 border-margin border-l-2 bg-sheet px-4 py-3">
          <Asked rules={rules} />
          <Methods rules={rules} />
        </section>
        <aside aria-label="What holds for all" className="px-5 py-3">
          <ProposedRules proposed={rules.proposed} />
          <Caps rules={rules} />
          <Signals rules={rules} />
        </aside>
      </div>
    </main>
  );
}

function Asked({ rules }: { rules: RulebookShown }) {
  return (
    <>
      <h2 className="mb-1 font-semibold font-serif text-base">What each deed asks</h2>
      <ul className="mb-5">
        {rules.rules.map((sentence) => (
          <li key={sentence} className="border-hair border-b py-1.5">
            {sentence}
          </li>
        ))}
      </ul>
    </>
  );
}

function Methods({ rules }: { rules: RulebookShown }) {
  return (
    <>
      <h2 className="mb-1 font-semibold font-serif text-base">What each check counts</h2>
      <p className="mb-2 max-w-prose text-muted text-xs">
        Ten points more: an impostor passes it a tenth as often as the person. Points of checks that do not
        hang on each other add up.
      </p>
      <table className="w-full border-collapse">
        <thead>
          <tr className="border-rule border-b text-left text-muted text-xs">
            <th className="py-1 font-semibold">Check</th>
            <th className="py-1 font-semibold">rests on</th>
            <th className="py-1 text-right font-semibold">passed</th>
            <th className="py-1 pl-3 text-right font-semibold">failed</th>
            <th className="py-1 pl-4 font-semibold">takes</th>
          </tr>
        </thead>
        <tbody>
          {rules.methods.map((method) => (
            <Row key={method.id} method={method} />
          ))}
        </tbody>
      </table>
    </>
  );
}

const signed = (points: number) => (points > 0 ? `+${points}` : points < 0 ? `−${-points}` : "0");

function Row({ method }: { method: MethodOfRulebook }) {
  return (
    <tr className={`border-hair border-b align-top ${method.here ? "" : "text-muted"}`}>
      <td className="py-1.5 pr-3">
        {method.words}
        <small className="block text-muted text-xs">
          {[
            oneIn(method.points),
            method.relayed && "can be read out to somebody",
            !method.here && "not at this desk",
          ]
            .filter(Boolean)
            .join("; ")}
        </small>
      </td>
      <td className="py-1.5 pr-3">{method.restsOn}</td>
      <td className="num py-1.5 text-right font-semibold">{signed(method.points)}</td>
      <td className="num py-1.5 text-right text-stop">{method.failed === 0 ? "" : signed(method.failed)}</td>
      <td className="py-1.5 pl-4 text-muted">{method.seconds === 0 ? "" : about(method.seconds)}</td>
    </tr>
  );
}

function Caps({ rules }: { rules: RulebookShown }) {
  return (
    <>
      <h2 className="mb-1 font-semibold font-serif text-base">What holds for all of them</h2>
      <ul className="mb-5 list-disc pl-4">
        <li>A check counts for {rules.validMinutes} minutes, in its conversation.</li>
        <li>What rests on the same thing counts once.</li>
        <li>All that can be read out to somebody counts {rules.relayed} together at most.</li>
        <li>All that they know counts {rules.knows} together at most.</li>
        <li>
          What is younger than {rules.recentPathDays} days counts {rules.recentPath} at most.
        </li>
        <li>From {rules.counting} points on, a check is something that a deed can rest on.</li>
        <li>A “no” of the person closes everything of theirs, until a lead and a second person lift it.</li>
      </ul>
    </>
  );
}

function Signals({ rules }: { rules: RulebookShown }) {
  return (
    <>
      <h2 className="mb-1 font-semibold font-serif text-base">What speaks against them</h2>
      <ul>
        {rules.signals.map((signal) => (
          <li key={signal.id} className="grid grid-cols-[1fr_auto] border-hair border-b py-1">
            <span className={signal.here ? "" : "text-muted"}>
              {signal.words}
              {!signal.here && <small className="block text-muted text-xs">not seen at this desk yet</small>}
            </span>
            <span className={`num font-semibold ${signal.stops ? "text-stop" : ""}`}>
              {signal.stops ? "stops all" : signed(signal.points)}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
