import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Fragment, useState } from "react";
import { ask, client, type Read, type Row } from "../api/client";
import { useShell } from "../shell/shell";
import { Button } from "../ui/parts";
import { day, exact } from "../ui/time";
import { Slot, TicketSlot, type Wanted, WhoSlot } from "./slots";

const EVERYTHING: Wanted = {};
/** The end of a day is the beginning of the next. */
const nextDay = (date: string) => new Date(Date.parse(`${date}T00:00:00`) + 86_400_000).toISOString();
const words = (kind: string) => kind.replaceAll("-", " ");

/** The record, asked for in a sentence. */
export function RecordPage() {
  const { me } = useShell();
  const [wanted, setWanted] = useState<Wanted>(EVERYTHING);
  const [chosen, setChosen] = useState<Read | null>(null);
  const kinds = useQuery({ queryKey: ["kinds"], queryFn: () => ask(client.GET("/api/record/kinds")) });
  const analysts = useQuery({ queryKey: ["analysts"], queryFn: () => ask(client.GET("/api/analysts")) });
  const entries = useInfiniteQuery({
    queryKey: ["record", wanted],
    initialPageParam: "",
    queryFn: ({ pageParam }) =>
      ask(
        client.GET("/api/record", {
          params: {
            query: {
              ...(wanted.person ? { person: wanted.person.id } : {}),
              ...(wanted.analyst ? { analyst: wanted.analyst } : {}),
              ...(wanted.kind ? { kind: wanted.kind } : {}),
              ...(wanted.since ? { since: new Date(`${wanted.since}T00:00:00`).toISOString() } : {}),
              ...(wanted.until ? { until: nextDay(wanted.until) } : {}),
              ...(wanted.ticket ? { ticket: wanted.ticket } : {}),
              ...(pageParam ? { before: pageParam } : {}),
            },
          },
        }),
      ),
    getNextPageParam: (last) => (last.more ? last.entries.at(-1)?.entry.at : undefined),
  });
  const rows = entries.data?.pages.flatMap((page) => page.entries) ?? [];
  const set = (next: Partial<Wanted>) => {
    setChosen(null);
    setWanted({ ...wanted, ...next });
  };
  if (!me.record) return <p className="p-6">You may not read the record. Ask a steward for it.</p>;
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
        <input
          type="date"
          aria-label="Since"
          className="field w-auto font-sans text-sm"
          value={wanted.since ?? ""}
          onChange={(event) => set({ since: event.target.value })}
        />
        until
        <input
          type="date"
          aria-label="Until"
          className="field w-auto font-sans text-sm"
          value={wanted.until ?? ""}
          onChange={(event) => set({ until: event.target.value })}
        />
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
          <ol>
            {rows.map((read, i) => {
              const row = read.entry;
              return (
                <Fragment key={row.id}>
                  {day(row.at) !== day(rows[i - 1]?.entry.at ?? "") && (
                    <li className="mt-2 mb-1 font-semibold text-muted text-xs">{day(row.at)}</li>
                  )}
                  <li className="border-hair border-b">
                    <button
                      type="button"
                      aria-pressed={chosen?.entry.id === row.id}
                      onClick={() => setChosen(read)}
                      className={`grid w-full grid-cols-[72px_168px_1fr_64px] gap-3 py-1.5 text-left ${chosen?.entry.id === row.id ? "bg-lit shadow-[-6px_0_var(--seal)]" : ""}`}
                    >
                      <span className="num text-muted text-xs leading-5">{exact(row.at)}</span>
                      <b className="truncate">{row.actor}</b>
                      <span>{row.words}</span>
                      <span className="num text-muted text-xs leading-5">{read.ticket}</span>
                    </button>
                  </li>
                </Fragment>
              );
            })}
          </ol>
          {entries.hasNextPage && (
            <Button quiet className="mt-3" onClick={() => void entries.fetchNextPage()}>
              Older entries
            </Button>
          )}
        </section>
        <aside aria-label="The entry" className="min-h-0 overflow-y-auto border-rule border-l bg-lit p-4">
          {chosen ? (
            <Entry row={chosen.entry} ticket={chosen.ticket} ofTicket={(ticket) => set({ ticket })} />
          ) : (
            <p className="text-muted">Choose an entry to see what it rested on.</p>
          )}
        </aside>
      </div>
    </main>
  );
}

interface EntryProps {
  row: Row;
  ticket: string | undefined;
  ofTicket: (ticket: number) => void;
}

function Entry({ row, ticket, ofTicket }: EntryProps) {
  return (
    <>
      <h2 className="mb-2 font-semibold font-serif text-base">{row.actor}</h2>
      <dl className="grid grid-cols-[80px_1fr] gap-x-2 gap-y-1.5 text-[13px]">
        <dt className="text-muted">Did</dt>
        <dd className="break-words">{row.words}</dd>
        <dt className="text-muted">When</dt>
        <dd>
          {day(row.at)}, <span className="num">{exact(row.at)}</span>
        </dd>
        {row.outcome && (
          <>
            <dt className="text-muted">Outcome</dt>
            <dd>{row.outcome}</dd>
          </>
        )}
        {row.why && (
          <>
            <dt className="text-muted">Allowed by</dt>
            <dd>
              rulebook {row.why.rule}
              <small className="block text-muted text-xs">
                standing {row.why.standing}, {row.why.asked} were asked, rested on {row.why.evidence.length}{" "}
                entries
              </small>
            </dd>
          </>
        )}
        <dt className="text-muted">Secret</dt>
        <dd>not in the record</dd>
      </dl>
      {ticket && (
        <Button quiet className="mt-3" onClick={() => ofTicket(Number(ticket.slice(2)))}>
          All of {ticket}
        </Button>
      )}
    </>
  );
}
