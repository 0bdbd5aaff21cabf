import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type StaffMember } from "../../api/client";
import { useShell } from "../../shell/context";
import { may } from "../place";
import { Member } from "./member";
import { TakeOn } from "./take-on";
import { useDeed } from "./use-deed";
import { WaitingChange } from "./waiting-change";

/** Who works here, and what a second steward has still to agree to. */
export function StaffPage() {
  const { me } = useShell();
  const allowed = may(me, "manage-staff");
  const [chosen, setChosen] = useState<string | null>(null);
  const book = useQuery({
    queryKey: ["staff"],
    queryFn: () => ask(client.GET("/api/staff")),
    enabled: allowed,
    refetchInterval: 10_000,
  });
  const { during, trouble } = useDeed();
  if (!allowed) return <p className="p-6">Only a steward looks after who works here.</p>;
  if (book.isPending) return <p className="p-6 text-muted">Opening the book.</p>;
  if (book.isError)
    return (
      <p role="alert" className="p-6">
        {book.error.message}
      </p>
    );
  const { members, waiting } = book.data;
  const here = members.filter((m) => !m.endedAt);
  const gone = members.filter((m) => m.endedAt);
  const alone = here.filter((m) => m.roles.includes("steward") && !m.invited).length < 2;
  const member = members.find((m) => m.id === chosen);
  return (
    <main className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <h1 className="border-rule border-b px-5 py-3.5 font-medium font-serif text-lg">
        Who works here
        <span className="ml-3 font-normal font-sans text-muted text-xs">
          {alone
            ? "There is one steward: what is decided is done at once, and the record says that nobody agreed."
            : "What one steward asks for is done when another one agrees."}
        </span>
      </h1>
      <div className="grid min-h-0 grid-cols-1 lg:grid-cols-[1fr_380px]">
        <section
          aria-label="Everybody who works here"
          className="ml-5 min-h-0 overflow-y-auto border-margin border-l-2 bg-sheet px-4 py-3"
        >
          <List members={here} chosen={chosen} choose={setChosen} />
          {gone.length > 0 && (
            <>
              <h2 className="mt-5 mb-1 font-semibold font-serif text-base">Worked here before</h2>
              <List members={gone} chosen={chosen} choose={setChosen} />
            </>
          )}
        </section>
        <aside
          aria-label="Changes"
          className="min-h-0 overflow-y-auto border-rule border-l bg-lit p-4 text-[13px]"
        >
          {trouble && (
            <p role="alert" className="mb-2 font-semibold text-stop">
              {trouble}
            </p>
          )}
          {waiting.map((one) => (
            <WaitingChange key={one.id} one={one} during={during} />
          ))}
          {member ? (
            <Member
              key={member.id}
              member={member}
              self={member.id === me.id}
              alone={alone}
              during={during}
              leave={() => setChosen(null)}
            />
          ) : (
            <TakeOn alone={alone} during={during} />
          )}
        </aside>
      </div>
    </main>
  );
}

interface ListProps {
  members: StaffMember[];
  chosen: string | null;
  choose: (id: string) => void;
}

function List({ members, chosen, choose }: ListProps) {
  return (
    <ul>
      {members.map((m) => (
        <li key={m.id} className="border-hair border-b last:border-b-0">
          <button
            type="button"
            aria-pressed={m.id === chosen}
            onClick={() => choose(m.id)}
            className={`grid w-full grid-cols-[minmax(0,1fr)_minmax(0,1fr)_10rem] items-baseline gap-3 px-1.5 py-2 text-left ${m.id === chosen ? "bg-lit" : ""}`}
          >
            <span>
              <b className="font-semibold">{m.name}</b>{" "}
              <span className="num text-muted text-xs">{m.login}</span>
            </span>
            <span>{m.roles.join(", ")}</span>
            <State member={m} />
          </button>
        </li>
      ))}
    </ul>
  );
}

function State({ member }: { member: StaffMember }) {
  if (member.endedAt) return <span className="text-muted text-xs">ended</span>;
  if (member.invited) return <span className="font-semibold text-wait text-xs">no password chosen yet</span>;
  return <span />;
}
