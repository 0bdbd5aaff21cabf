import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { ask, client, type HowLong } from "../../api/client";
import { useKeys } from "../../keys/use-keys";
import { useShell } from "../../shell/context";
import { TakeOut } from "../../taking-out/take-out";
import { DaySlot } from "../../ui/day-slot";
import { dayOf, morning } from "../../ui/days";
import { Slot } from "../../ui/slot";
import { may } from "../place";
import { Cases } from "./cases";
import { CoverageQuestion } from "./coverage";
import { Strips } from "./strips";
import { said } from "./times";

type By = "way" | "channel";
const A_MONTH = 30 * 24 * 3600_000;

/** Questions about many tickets, answered from the record. */
export function ReportsPage() {
  const { me } = useShell();
  const [asked, setAsked] = useState<Asked>("how-long");
  if (!may(me, "read-record"))
    return <p className="p-6">You may not read the record. Ask a steward for it.</p>;
  const slot = (
    <Slot label="What is asked" value={asked} choose={(to) => setAsked(to as Asked)} options={QUESTIONS} />
  );
  return asked === "how-long" ? <Question asked={slot} /> : <CoverageQuestion asked={slot} />;
}

type Asked = "how-long" | "coverage";
const QUESTIONS: [Asked, string][] = [
  ["how-long", "How long does it take"],
  ["coverage", "Who could prove themselves today"],
];

/** How long it takes, where the time goes, and which cases are behind it. */
function Question({ asked }: { asked: ReactNode }) {
  const [by, setBy] = useState<By>("way");
  const [since, setSince] = useState(() => dayOf(new Date(Date.now() - A_MONTH)));
  const [until, setUntil] = useState<string>();
  const [group, setGroup] = useState<string>();
  const [now] = useState(() => new Date().toISOString());
  const query = {
    by,
    since: morning(since).toISOString(),
    until: until ? morning(until).toISOString() : now,
    ...(group === undefined ? {} : { group }),
  };
  const answer = useQuery({
    queryKey: ["report", query],
    meta: { reading: true },
    refetchOnReconnect: false,
    placeholderData: (before: HowLong | undefined) => before,
    queryFn: () => ask(client.GET("/api/reports/how-long", { params: { query } })),
  });
  const groups = answer.data?.groups ?? [];
  const ids = [undefined, ...groups.map((one) => one.id)];
  const move = (step: number) => {
    const to = ids.indexOf(group) + step;
    if (to >= 0 && to < ids.length) setGroup(ids[to]);
  };
  useKeys([
    { key: "ArrowUp", words: "The cases of the row above", run: () => move(-1) },
    { key: "ArrowDown", words: "The cases of the row below", run: () => move(1) },
  ]);
  const ask_ = (change: () => void) => {
    setGroup(undefined);
    change();
  };
  return (
    <main className="min-h-0 overflow-y-auto">
      <div className="mx-5 min-h-full border-margin border-l-2 bg-sheet px-6 py-5">
        <h1 className="mb-3 flex max-w-4xl flex-wrap items-center gap-2.5 font-medium font-serif text-lg">
          {asked} from ring to in, by
          <Slot
            label="By what"
            value={by}
            choose={(value) => ask_(() => setBy(value as By))}
            options={[
              ["way", "way of proof"],
              ["channel", "channel"],
            ]}
          />
          since
          <DaySlot
            label="Since"
            value={since}
            none="a month ago"
            choose={(day) => ask_(() => setSince(day ?? dayOf(new Date(Date.now() - A_MONTH))))}
          />
          until
          <DaySlot label="Until" value={until} none="now" choose={(day) => ask_(() => setUntil(day))} />?
        </h1>
        {answer.isPending && <p className="text-muted">Reckoning it from the record.</p>}
        {answer.isError && <p role="alert">{answer.error.message}</p>}
        {answer.data && (
          <>
            <Told answer={answer.data} />
            {answer.data.all.cases > 0 && (
              <>
                <Strips answer={answer.data} chosen={group} choose={setGroup} by={by} />
                <Cases
                  answer={answer.data}
                  of={groups.find((one) => one.id === group)}
                  takeOut={
                    <TakeOut
                      path={`/api/reports/how-long.csv?${new URLSearchParams(query)}`}
                      words="These cases as CSV"
                    />
                  }
                />
              </>
            )}
          </>
        )}
      </div>
    </main>
  );
}

/** The answer in a sentence, with what it is compared to. */
function Told({ answer }: { answer: HowLong }) {
  const { all, before, others } = answer;
  const left = others ? ` On ${others.toLocaleString("en-GB")} more nobody came in again, or not yet.` : "";
  if (all.half === undefined || all.nineInTen === undefined)
    return (
      <p>In that time nobody came in again through the desk.{left} Choose an earlier day in the sentence.</p>
    );
  return (
    <>
      <p className="font-semibold font-serif text-2xl leading-tight">
        Half of them are in within {said(all.half)},
        <br />
        nine in ten within {said(all.nineInTen)}.
      </p>
      <p className="mt-2 mb-4 max-w-3xl text-muted">
        {all.cases.toLocaleString("en-GB")} {all.cases === 1 ? "ticket" : "tickets"}.
        {before.half !== undefined && before.nineInTen !== undefined
          ? ` In as long a time before it was ${said(before.half)} and ${said(before.nineInTen)}, of ${before.cases.toLocaleString("en-GB")}.`
          : " In as long a time before there were none."}
        {left}
      </p>
    </>
  );
}
