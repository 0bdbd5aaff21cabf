import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { ask, type Coverage, client, Problem } from "../../api/client";
import { useKeys } from "../../keys/use-keys";
import { useShell } from "../../shell/context";
import { Button } from "../../ui/parts";
import { Slot } from "../../ui/slot";
import { day } from "../../ui/time";
import { may } from "../place";

type By = "vessel" | "port" | "group";
const NONE = { vessel: "on no ship", port: "of no port", group: "in no group" };
const TITLE = { vessel: "Ship", port: "Port", group: "Group" };

/** Who could prove themselves by what they have, and who could not and is invited. */
export function CoverageQuestion({ asked }: { asked: ReactNode }) {
  const { me } = useShell();
  const queries = useQueryClient();
  const [action, setAction] = useState("temporary-password");
  const [by, setBy] = useState<By>("vessel");
  const [group, setGroup] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState("");
  const query = { action, system: "*", by, ...(group === undefined ? {} : { group }) };
  const answer = useQuery({
    queryKey: ["coverage", query],
    meta: { reading: true },
    refetchOnReconnect: false,
    placeholderData: (before: Coverage | undefined) => before,
    queryFn: () => ask(client.GET("/api/reports/coverage", { params: { query } })),
  });
  const data = answer.data;
  const ids = [undefined, ...(data?.groups ?? []).map((one) => one.id)];
  const move = (step: number) => {
    const to = ids.indexOf(group) + step;
    if (to >= 0 && to < ids.length) setGroup(ids[to]);
  };
  const mayInvite = may(me, "set-rules") && !busy && (data?.invitable ?? 0) > 0;
  const invite = async () => {
    setBusy(true);
    try {
      const came = await ask(client.POST("/api/reports/coverage/invitations", { body: query }));
      setSaid(told(came));
    } catch (failed) {
      setSaid(failed instanceof Problem ? failed.message : "That did not work. Try again.");
    } finally {
      await queries.invalidateQueries({ queryKey: ["coverage"] });
      setBusy(false);
    }
  };
  useKeys([
    { key: "ArrowUp", words: "The row above", run: () => move(-1) },
    { key: "ArrowDown", words: "The row below", run: () => move(1) },
    ...(mayInvite ? [{ key: "i", words: "Invite those who could not", run: () => void invite() }] : []),
  ]);
  const change = (work: () => void) => {
    setGroup(undefined);
    setSaid("");
    work();
  };
  return (
    <main className="min-h-0 overflow-y-auto">
      <div className="mx-5 min-h-full border-margin border-l-2 bg-sheet px-6 py-5">
        <h1 className="mb-3 flex max-w-4xl flex-wrap items-center gap-2.5 font-medium font-serif text-lg">
          {asked} for
          <Slot
            label="For what"
            value={action}
            choose={(to) => change(() => setAction(to))}
            options={(data?.actions ?? [action])
              .filter((one) => one !== "*")
              .map((one) => [one, one.replaceAll("-", " ")])}
          />
          by
          <Slot
            label="By what"
            value={by}
            choose={(to) => change(() => setBy(to as By))}
            options={[
              ["vessel", "ship"],
              ["port", "port"],
              ["group", "group"],
            ]}
          />
          ?
        </h1>
        {answer.isPending && <p className="text-muted">Going through everybody.</p>}
        {answer.isError && <p role="alert">{answer.error.message}</p>}
        {data && (
          <>
            <p className="mb-3 max-w-3xl">
              <b>{count(data.could)}</b> of {count(data.people)} people could, on a call and by what they have
              themselves. A badge at the counter, and a colleague or manager who vouches, are left out. What
              is new counts little, so what is set up today shows here in two weeks.
            </p>
            {said && (
              <p role="status" className="mb-3 max-w-3xl font-semibold text-good">
                {said}
              </p>
            )}
            <div className="grid gap-8 lg:grid-cols-[minmax(0,5fr)_minmax(0,4fr)]">
              <Groups data={data} by={by} chosen={group} choose={setGroup} />
              <Rest data={data} invite={mayInvite ? () => void invite() : undefined} />
            </div>
          </>
        )}
      </div>
    </main>
  );
}

const count = (of: number) => of.toLocaleString("en-GB");

function told(came: { invited: number; unreached: number; left: number }) {
  return [
    `${count(came.invited)} ${came.invited === 1 ? "is" : "are"} invited.`,
    ...(came.unreached ? [`Nothing reaches ${count(came.unreached)} of them.`] : []),
    ...(came.left ? [`${count(came.left)} are left for another press.`] : []),
  ].join(" ");
}

interface GroupsProps {
  data: Coverage;
  by: By;
  chosen: string | undefined;
  choose: (group: string | undefined) => void;
}

/** Where most are missing first; a bar says how many of them could. */
function Groups({ data, by, chosen, choose }: GroupsProps) {
  return (
    <table className="w-full self-start text-left">
      <thead>
        <tr className="border-ink border-b text-muted text-xs">
          <th className="py-1 font-medium">{TITLE[by]}</th>
          <th className="w-[40%] font-medium">Could</th>
          <th className="num text-right font-medium">of</th>
        </tr>
      </thead>
      <tbody>
        <tr className={chosen === undefined ? "bg-lit" : ""}>
          <th className="py-1 font-semibold" scope="row">
            <button type="button" className="min-h-6 text-left" onClick={() => choose(undefined)}>
              Everybody
            </button>
          </th>
          <Share people={data.people} could={data.could} />
        </tr>
        {data.groups.map((one) => (
          <tr key={one.id} className={`border-hair border-t ${chosen === one.id ? "bg-lit" : ""}`}>
            <th className="py-1 font-normal" scope="row">
              <button
                type="button"
                aria-pressed={chosen === one.id}
                className="min-h-6 text-left underline decoration-rule underline-offset-[3px]"
                onClick={() => choose(one.id)}
              >
                {one.id || NONE[by]}
              </button>
            </th>
            <Share people={one.people} could={one.could} />
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Share({ people, could }: { people: number; could: number }) {
  return (
    <>
      <td>
        <span className="grid grid-cols-[minmax(0,1fr)_52px] items-center gap-2">
          <span aria-hidden className="h-2.5 border border-muted">
            <span
              className="block h-full bg-seal"
              style={{ width: `${people ? Math.round((100 * could) / people) : 0}%` }}
            />
          </span>
          <span className="num text-right">{count(could)}</span>
        </span>
      </td>
      <td className="num text-right">{count(people)}</td>
    </>
  );
}

function Rest({ data, invite }: { data: Coverage; invite: (() => void) | undefined }) {
  return (
    <section aria-label="Who could not" className="self-start">
      <h2 className="mb-1 flex items-center justify-between gap-3 font-semibold font-serif text-base">
        Who could not
        {invite && (
          <Button hotkey="I" onClick={invite}>
            Invite {count(data.invitable)}
          </Button>
        )}
      </h2>
      {data.invitable === 0 && data.rest.length > 0 && (
        <p className="mb-1 text-muted text-xs">All of them were invited within a week.</p>
      )}
      <ul className="border-rule border-t">
        {data.rest.map((one) => (
          <li key={one.id} className="grid grid-cols-[minmax(0,1fr)_auto] gap-3 border-hair border-b py-1">
            <span>
              {one.name} <span className="num text-muted text-xs">{one.account}</span>
              <small className="block text-muted text-xs">{one.place}</small>
            </span>
            <small className="text-muted text-xs">
              {one.invitedAt ? `invited ${day(one.invitedAt)}` : ""}
            </small>
          </li>
        ))}
        {data.rest.length === 0 && <li className="py-2 text-muted">Everybody could.</li>}
      </ul>
      {data.rest.length === 100 && <p className="pt-1 text-muted text-xs">The first hundred by name.</p>}
    </section>
  );
}
