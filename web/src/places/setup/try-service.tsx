import { type FormEvent, useState } from "react";
import { ask, client, type OutsideService, type OutsideServiceTried, Problem } from "../../api/client";
import { Button } from "../../ui/parts";

/** Asks it about whoever tries, step by step; nothing counts for anybody. */
export function TryOut({ one }: { one: OutsideService }) {
  const [number, setNumber] = useState("");
  const [steps, setSteps] = useState<OutsideServiceTried[]>([]);
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const send = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setTrouble("");
    setSteps([]);
    try {
      setSteps(
        await ask(
          client.POST("/api/outside-services/{service}/try", {
            params: { path: { service: one.id } },
            body: number.trim() ? { number: number.trim() } : {},
          }),
        ),
      );
    } catch (failed) {
      setTrouble(failed instanceof Problem ? failed.message : "That did not work. Try again.");
    } finally {
      setBusy(false);
    }
  };
  return (
    <form onSubmit={send} className="mt-2 text-[13px]" aria-label={`Try ${one.title}`}>
      <span className="flex flex-wrap items-end gap-2">
        {one.callsThem && (
          <label className="grid gap-1 text-muted text-xs">
            A telephone of yours
            <input
              className="field num w-44"
              type="tel"
              value={number}
              onChange={(event) => setNumber(event.target.value)}
            />
          </label>
        )}
        <Button type="submit" quiet disabled={busy || (one.callsThem && number.trim() === "")}>
          Try it
        </Button>
        {busy && <span className="text-muted">It is asked.</span>}
      </span>
      {steps.length > 0 && (
        <ol aria-label="What came of it" className="mt-1.5">
          {steps.map((step) => (
            <li key={step.words} className={step.went ? "text-good" : "font-semibold text-stop"}>
              <span aria-hidden>{step.went ? "✓ " : "✕ "}</span>
              {step.words}
            </li>
          ))}
        </ol>
      )}
      {trouble && (
        <p role="alert" className="mt-1.5 font-semibold text-stop">
          {trouble}
        </p>
      )}
    </form>
  );
}
