import { useQuery } from "@tanstack/react-query";
import { ask, client, type Read } from "../../api/client";
import { TakeOut } from "../../taking-out/take-out";
import { Button } from "../../ui/parts";
import { day, exact } from "../../ui/time";
import { shortHash } from "./entries";
import { useWitnesses } from "./seal-status";

interface Props {
  read: Read;
  ofTicket: (ticket: number) => void;
}

/** One entry: what was done, what it rested on, what is proved and what not. */
export function Entry({ read, ofTicket }: Props) {
  const row = read.entry;
  const ticket = read.ticket;
  return (
    <>
      <h2 className="mb-2 font-semibold font-serif text-base">
        {row.number === undefined ? "An entry without a number yet" : `Entry ${row.number}`}
      </h2>
      <dl className="grid grid-cols-[80px_1fr] gap-x-2 gap-y-1.5 text-[13px]">
        <dt className="text-muted">By</dt>
        <dd>{row.actor}</dd>
        <dt className="text-muted">Done</dt>
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
                standing {row.why.standing}, {row.why.asked} were asked
              </small>
            </dd>
            <dt className="text-muted">Rested on</dt>
            <dd className="num">{read.restedOn.length > 0 ? read.restedOn.join(", ") : "nothing yet"}</dd>
          </>
        )}
        <dt className="text-muted">Secret</dt>
        <dd>not in the record</dd>
      </dl>
      <Proved id={row.id} sealed={row.sealedUnder !== undefined} ofCall={row.ticket !== undefined} />
      {ticket && (
        <div className="mt-3 flex flex-wrap gap-2">
          {row.ticket && (
            <TakeOut words={`Receipt for ${ticket}`} path={`/api/tickets/${row.ticket}/receipt`} />
          )}
          <Button quiet onClick={() => ofTicket(Number(ticket.slice(2)))}>
            All of {ticket}
          </Button>
        </div>
      )}
    </>
  );
}

function Proved({ id, sealed, ofCall }: { id: string; sealed: boolean; ofCall: boolean }) {
  const proof = useQuery({
    queryKey: ["proof", id],
    queryFn: () => ask(client.GET("/api/record/entries/{entry}/proof", { params: { path: { entry: id } } })),
    refetchInterval: (query) => (query.state.data ? false : 1_500),
  });
  const found = proof.data;
  const held = useWitnesses();
  const witnesses = found ? held(found.size, found.witnesses) : 0;
  return (
    <>
      <h2 className="mt-4 mb-1.5 font-semibold font-serif text-base">What this proves</h2>
      {proof.isError && <p role="alert">{proof.error.message}</p>}
      {!found && !proof.isError && (
        <p className="text-muted">
          {sealed ? "Reading the proof." : "Nothing yet: the entry is sealed within a few seconds."}
        </p>
      )}
      {found && (
        <>
          <p className="mb-2">
            This entry stands, unaltered, as number {found.number} in the record that was sealed, as the desk
            states, at {exact(found.sealedAt)} with the desk's key
            {witnesses > 0 &&
              ` and that ${witnesses === 1 ? "one witness holds" : `${witnesses} witnesses hold`}`}
            .
          </p>
          <Path leaf={found.leafHash} path={found.path} root={found.root} />
          <p className="mt-2 text-muted">
            {ofCall
              ? "It does not prove that the caller was who they said, only what was checked and by whom."
              : "It does not prove that what Earnest was told was true, only that Earnest recorded it so."}
          </p>
        </>
      )}
    </>
  );
}

/** The way from the leaf to the sealed root, shortened in the middle. */
function Path({ leaf, path, root }: { leaf: string; path: string[]; root: string }) {
  const shown = path.slice(0, 2);
  const rest = path.length - shown.length;
  return (
    <ol className="num text-muted text-xs leading-relaxed">
      <li>leaf {leaf.slice(0, 8)}…</li>
      {shown.map((hash) => (
        <li key={hash}>with {hash.slice(0, 8)}…</li>
      ))}
      {rest > 0 && <li>with {rest} more</li>}
      <li>
        gives {shortHash(root)} <span className="text-good">✓</span>
      </li>
    </ol>
  );
}
