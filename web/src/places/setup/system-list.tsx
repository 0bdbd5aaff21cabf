import type { SystemSetUp } from "../../api/client";
import { Key, Margin } from "../../ui/parts";
import { clock } from "../../ui/time";
import { margin, sentence } from "./sentence";

interface Props {
  systems: SystemSetUp[];
  all: SystemSetUp[];
  chosen: string | undefined;
  /** Not while one of them is being changed. */
  choose: ((id: string) => void) | undefined;
}

/** Every system as a sentence, with how it stands in the margin. */
export function SystemList({ systems, all, chosen, choose }: Props) {
  const nameOf = (id: string) => all.find((one) => one.id === id)?.name;
  return (
    <section aria-label="Systems" className="min-h-0 overflow-y-auto">
      <ul>
        {systems.map((system) => {
          const { tone, words } = margin(system);
          const on = system.id === chosen;
          return (
            <li key={system.id}>
              <button
                type="button"
                aria-pressed={on}
                disabled={!choose && !on}
                onClick={() => choose?.(system.id)}
                className="grid w-full grid-cols-[8rem_minmax(0,1fr)] text-left disabled:opacity-60"
              >
                <span className="grid content-start gap-0.5 px-4 py-3">
                  <span className="whitespace-normal">
                    <Margin tone={tone} wrap>
                      {words}
                    </Margin>
                  </span>
                  {system.test?.endedAt && (
                    <small className="text-muted text-xs">{clock(system.test.endedAt)}</small>
                  )}
                </span>
                <span
                  className={`border-hair border-b border-l-2 px-4 py-3 ${on ? "border-l-seal bg-lit" : "border-l-margin bg-sheet"}`}
                >
                  <b className="font-semibold">{system.name}</b> {sentence(system, nameOf)}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      <p className="flex flex-wrap gap-4 py-4 pl-36 text-muted text-xs">
        <span>
          <Key>↑</Key> <Key>↓</Key> another system
        </span>
        <span>
          <Key>T</Key> test it now
        </span>
        <span>
          <Key>C</Key> change it
        </span>
      </p>
    </section>
  );
}
