import type { ProcedureChecked } from "../../api/client";

/** Every way through, so that whoever writes sees what can happen. */
export function Ways({ checked }: { checked: ProcedureChecked | undefined }) {
  const ways = checked?.ways ?? [];
  return (
    <aside
      aria-label="Ways through"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, also by keyboard
      tabIndex={0}
      className="min-h-0 overflow-y-auto border-rule border-l bg-lit p-4"
    >
      <h2 className="mb-2 flex items-baseline justify-between font-semibold font-serif text-base">
        Ways through
        <span className="font-normal font-sans text-muted text-xs">
          {ways.length > 0 && `${checked?.moreWays ? "the first " : ""}${ways.length}, loops once`}
        </span>
      </h2>
      {ways.length === 0 ? (
        <p className="text-muted">As soon as the text can be read, every way through it is listed here.</p>
      ) : (
        <ol className="text-[13px]">
          {ways.map((way, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: ways are told apart by their place
            <li key={i} className="grid grid-cols-[1.5rem_minmax(0,1fr)] border-hair border-b py-1.5">
              <span className="num text-muted text-xs">{i + 1}</span>
              <span>
                {shortened(way, i).map((step, at) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: steps never move
                  <span key={at}>
                    {at > 0 && <span className="text-muted"> › </span>}
                    <span
                      className={step.endsWith(":") || step === "otherwise" ? "font-semibold text-wait" : ""}
                    >
                      {step}
                    </span>
                  </span>
                ))}
              </span>
            </li>
          ))}
        </ol>
      )}
    </aside>
  );
}

/** The first way whole; of the others from the step on in which something else comes of it. */
function shortened(way: readonly string[], number: number): readonly string[] {
  const at = way.findIndex((step) => step.endsWith(":"));
  return number === 0 || at < 1 ? way : ["…", ...way.slice(at - 1)];
}
