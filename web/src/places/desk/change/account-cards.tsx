import { Fragment, useState } from "react";
import type { Page, System } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { Key } from "../../../ui/parts";
import type { Subject } from "../lit";
import { grouped, listed } from "./group";
import { Follower, SystemCard, SystemLine, Tick } from "./system-card";
import { Together } from "./together";

interface Props {
  page: Page;
  systems: System[];
  choose: (subject: Subject) => void;
}

/**
 * One card an account; where there are several, keys act in the one that has the focus. Of many, only
 * that one is open: what is wrong comes first, and the rest is folded.
 */
export function AccountCards({ page, systems, choose }: Props) {
  const [picked, setPicked] = useState<string>();
  const [unfolded, setUnfolded] = useState(false);
  const [ticks, setTicks] = useState<ReadonlySet<string>>(new Set());
  const { first, rest } = grouped(systems, page.changes);
  const many = rest.length > 0 || first.length > 2;
  const shown = unfolded || first.length === 0 ? [...first, ...rest] : first;
  const focused = shown.find((one) => one.id === picked) ?? shown[0];
  const step = (by: number) => {
    const at = focused ? shown.indexOf(focused) : 0;
    setPicked(shown[(at + by + shown.length) % shown.length]?.id);
  };
  const ticked = systems.filter((one) => ticks.has(one.id));
  const together = page.ticket.mine && ticked.length > 1;
  const tick = (id: string) => {
    const next = new Set(ticks);
    if (!next.delete(id)) next.add(id);
    setTicks(next);
  };
  const folds = first.length > 0 && rest.length > 0;
  const fold = () => setUnfolded(!unfolded);
  useKeys([
    ...(shown.length > 1
      ? [
          { key: "ArrowDown", words: "The next account", run: () => step(1) },
          { key: "ArrowUp", words: "The account before", run: () => step(-1) },
        ]
      : []),
    ...(page.ticket.mine && systems.length > 1 && focused
      ? [{ key: "x", words: `Tick ${focused.name}`, run: () => tick(focused.id) }]
      : []),
    ...(folds ? [{ key: "a", words: unfolded ? "Fold the rest" : "All accounts", run: fold }] : []),
  ]);
  const tickOf = (system: System) =>
    page.ticket.mine && systems.length > 1 ? (
      <Tick system={system} on={ticks.has(system.id)} set={() => tick(system.id)} />
    ) : null;
  const card = (system: System) =>
    many && system !== focused ? (
      <SystemLine page={page} system={system} open={() => setPicked(system.id)} tick={tickOf(system)} />
    ) : (
      <SystemCard
        page={page}
        system={system}
        choose={choose}
        focused={system === focused}
        several={systems.length > 1}
        focus={() => setPicked(system.id)}
        tick={tickOf(system)}
        keys={!together}
      />
    );
  const all = together && <Together page={page} ticked={ticked} done={() => setTicks(new Set())} />;
  if (!many) {
    return (
      <>
        {first.map((system) => (
          <Fragment key={`${system.id} ${system.account}`}>
            {card(system)}
            {system.followers.map((name) => (
              <Follower key={name} name={name} of={system.name} />
            ))}
          </Fragment>
        ))}
        {all}
      </>
    );
  }
  return (
    <>
      <Head words={title(first)} />
      {first.map((system) => (
        <Fragment key={`${system.id} ${system.account}`}>{card(system)}</Fragment>
      ))}
      {first.length > 0 && all}
      {folds && (
        <button
          type="button"
          aria-expanded={unfolded}
          onClick={fold}
          className="mt-3 mb-1.5 flex min-h-6 w-full items-center justify-between border-hair border-b text-left text-muted text-xs"
        >
          <b className="font-semibold">
            The rest, {rest.length} {rest.length === 1 ? "account" : "accounts"}
          </b>
          <span>
            <Key>A</Key> {unfolded ? "fold" : "unfold"}
          </span>
        </button>
      )}
      {shown === first
        ? rest.length > 0 && <p className="mb-1 text-[13px]">{listed(rest.map((one) => one.name))}</p>
        : rest.map((system) => <Fragment key={`${system.id} ${system.account}`}>{card(system)}</Fragment>)}
      {first.length === 0 && all}
      {page.ticket.mine && (
        <p className="my-2 flex flex-wrap gap-4 text-muted text-xs">
          <span>
            <Key>↑</Key> <Key>↓</Key> another account
          </span>
          <span>
            <Key>X</Key> tick it
          </span>
        </p>
      )}
      {systems
        .filter((one) => one.followers.length > 0)
        .map((one) => (
          <p key={one.id} className="mb-1 text-[13px] text-muted">
            {listed(one.followers)}{" "}
            {one.followers.length === 1 ? "takes its password" : "take their passwords"} from {one.name}.
          </p>
        ))}
    </>
  );
}

function title(first: System[]): string {
  if (first.length === 0) return "Nothing is wrong that shows";
  return first.some((one) => one.state !== "open") ? "What is wrong" : "What was changed here";
}

function Head({ words }: { words: string }) {
  return (
    <p className="mb-1.5 border-hair border-b text-muted text-xs">
      <b className="font-semibold">{words}</b>
    </p>
  );
}
