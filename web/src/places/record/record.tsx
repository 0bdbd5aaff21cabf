import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type Read } from "../../api/client";
import { useShell } from "../../shell/context";
import { DaySlot } from "../../ui/day-slot";
import { Button } from "../../ui/parts";
import { Slot } from "../../ui/slot";
import { may } from "../place";
import { question, type Wanted } from "./asked";
import { Entries } from "./entries";
import { Entry } from "./entry";
import { Erasures } from "./erasures";
import { useSettled } from "./settle";
import { TicketSlot, WhoSlot } from "./slots";
import { WholeRecord } from "./whole";

const EVERYTHING: Wanted = {};
const words = (kind: string) => kind.replaceAll("-", " ");

/** The record, asked for in a sentence. */
export function RecordPage() {
  const { me } = useShell();
  const [wanted, setWanted] = useState<Wanted>(EVERYTHING);
  const [chosen, setChosen] = useState<Read | null>(null);
  const kinds = useQuery({ queryKey: ["kinds"], queryFn: () => ask(client.GET("/api/record/kinds")) });
  const analysts = useQuery({ queryKey: ["analysts"], queryFn: () => ask(client.GET("/api/analysts")) });
  const asked = question(wanted);
  const entries = useInfiniteQuery({
    queryKey: ["record", asked],
    meta: { reading: true },
    refetchOnReconnect: false,
    // Whoever comes back to the record reads it as it is now.
    staleTime: 0,
    initialPageParam: null as { before: string; beforeEntry: string } | null,
    queryFn: ({ pageParam }) =>
      ask(
        client.GET("/api/record", {
          params: {
            query: { ...asked, ...pageParam },
          },
        }),
      ),
    getNextPageParam: (last) => {
      const oldest = last.entries.at(-1)?.entry;
      return last.more && oldest ? { before: oldest.at, beforeEntry: oldest.id } : undefined;
    },
  });
  const read = entries.data?.pages ?? [];
  const { rows, seals } = useSettled(
    read.flatMap((page) => page.entries),
    read.flatMap((page) => page.seals),
  );
  const set = (next: Partial<Wanted>) => {
    setChosen(null);
    setWanted({ ...wanted, ...next });
  };
  if (!may(me, "read-record"))
    return <p className="p-6">You may not read the record. Ask a steward for it.</p>;
  return (
    <main className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <h1 className="flex flex-wrap items-center gap-2.5 border-rule border-b px-5 py-3.5 font-medium font-serif text-lg">
        Everything about
        <WhoSlot value={wanted.person} choose={(person) => set({ person })} />
        by
        <Slot
          label="By whom"
          value={wanted.analyst ?? ""}
          choose={(analyst) => set({ analyst })}
          options={[["", "anyone"], ...(analysts.data ?? []).map((a): [string, string] => [a.id, a.name])]}
        />
        of
        <Slot
          label="Of what kind"
          value={wanted.kind ?? ""}
          choose={(kind) => set({ kind })}
          options={[["", "any kind"], ...(kinds.data ?? []).map((k): [string, string] => [k, words(k)])]}
        />
        since
        <DaySlot label="Since" value={wanted.since} none="ever" choose={(since) => set({ since })} />
        until
        <DaySlot label="Until" value={wanted.until} none="now" choose={(until) => set({ until })} />
        on
        <TicketSlot value={wanted.ticket} choose={(ticket) => set({ ticket })} />
        <span className="ml-auto font-normal font-sans text-muted text-xs">
          {entries.isSuccess && `${rows.length}${entries.hasNextPage ? " or more" : ""} entries · `}this
          reading goes on the record too
        </span>
      </h1>
      <div className="grid min-h-0 grid-cols-1 lg:grid-cols-[1fr_332px]">
        <section
          aria-label="Entries"
          className="ml-5 min-h-0 overflow-y-auto border-margin border-l-2 bg-sheet px-4 py-3"
        >
          {entries.isPending && <p className="text-muted">Reading the record.</p>}
          {entries.isError && <p role="alert">{entries.error.message}</p>}
          {entries.isSuccess && rows.length === 0 && (
            <p className="text-muted">
              Nothing on record that fits. Open a slot of the sentence and ask for more.
            </p>
          )}
          <Entries rows={rows} seals={seals} chosen={chosen?.entry.id} choose={setChosen} />
          {entries.hasNextPage && (
            <Button quiet className="mt-3" onClick={() => void entries.fetchNextPage()}>
              Older entries
            </Button>
          )}
        </section>
        <aside aria-label="The entry" className="min-h-0 overflow-y-auto border-rule border-l bg-lit p-4">
          {chosen ? (
            <Entry read={chosen} ofTicket={(ticket) => set({ ticket })} />
          ) : (
            <p className="text-muted">
              Choose an entry to see what it rested on, what is proved of it and what not.
            </p>
          )}
          {may(me, "export-record") && (
            <WholeRecord
              asked={asked}
              shown={rows.length}
              more={entries.hasNextPage}
              changeKey={may(me, "change-key")}
            />
          )}
          {may(me, "erase-personal") && <Erasures person={wanted.person} />}
        </aside>
      </div>
    </main>
  );
}
