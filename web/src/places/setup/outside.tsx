import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { ask, client, type OutsideService, type OutsideServiceToDescribe, Problem } from "../../api/client";
import { useShell } from "../../shell/context";
import { Button } from "../../ui/parts";
import { Describe } from "./describe-service";
import { TryOut } from "./try-service";

const KEY = ["outside-services"];

const describe = (id: string, body: OutsideServiceToDescribe) =>
  ask(client.PUT("/api/outside-services/{service}", { params: { path: { service: id } }, body }));

/** Services that say whether somebody is who they say, of kinds that nobody built anything for. */
export function OutsidePage({ what }: { what: ReactNode }) {
  const services = useQuery({ queryKey: KEY, queryFn: () => ask(client.GET("/api/outside-services")) });
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const [adding, setAdding] = useState(false);
  const act = async (work: () => Promise<unknown>) => {
    setTrouble("");
    try {
      await work();
      await queries.invalidateQueries({ queryKey: KEY });
      return true;
    } catch (failed) {
      setTrouble(failed instanceof Problem ? failed.message : "That did not work. Try again.");
      return false;
    }
  };
  return (
    <main className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <h1 className="flex flex-wrap items-center gap-2.5 border-rule border-b px-5 py-3.5 font-medium font-serif text-lg">
        Set up {what}
        <span className="ml-auto">
          <Button quiet disabled={adding} onClick={() => setAdding(true)}>
            Describe one
          </Button>
        </span>
      </h1>
      <div className="min-h-0 overflow-y-auto px-5 py-4">
        {trouble && (
          <p role="alert" className="mb-3 max-w-3xl font-semibold text-stop">
            {trouble}
          </p>
        )}
        {adding && (
          <Describe
            send={async (id, body) => {
              if (await act(() => describe(id, body))) setAdding(false);
            }}
            leave={() => setAdding(false)}
          />
        )}
        {services.data?.length === 0 && !adding && (
          <p className="max-w-2xl text-muted">
            None is described. A service that knows a voice, a face or an account at a bank is asked about
            somebody, and answers after a while: paste what its manual shows.
          </p>
        )}
        <ul className="grid max-w-4xl gap-4">
          {services.data?.map((one) => (
            <Described
              key={one.id}
              one={one}
              agree={() =>
                void act(() =>
                  ask(
                    client.POST("/api/outside-services/{service}/agree", {
                      params: { path: { service: one.id } },
                      body: { description: one.description },
                    }),
                  ),
                )
              }
              remove={() =>
                void act(() =>
                  ask(
                    client.DELETE("/api/outside-services/{service}", {
                      params: { path: { service: one.id } },
                    }),
                  ),
                )
              }
            />
          ))}
        </ul>
      </div>
    </main>
  );
}

interface DescribedProps {
  one: OutsideService;
  agree: () => void;
  remove: () => void;
}

function Described({ one, agree, remove }: DescribedProps) {
  const { me } = useShell();
  return (
    <li className="border-rule border-t pt-2">
      <h2 className="flex items-baseline gap-3 font-semibold font-serif text-base">
        {one.title} <span className="num font-normal text-muted text-xs">{one.id}</span>
        <span className="ml-auto">
          <Button quiet aria-label={`Take ${one.title} away`} onClick={remove}>
            Take away
          </Button>
        </span>
      </h2>
      {!one.agreed && (
        <p className="my-1 flex flex-wrap items-center gap-3 font-semibold text-wait">
          {one.describedBy === me.name
            ? "It is asked once another steward agreed."
            : `${one.describedBy ?? "Somebody"} described it. It is asked once another steward agreed.`}
          {one.describedBy !== me.name && <Button onClick={agree}>Agree</Button>}
        </p>
      )}
      <p className="text-muted text-xs">
        Asked about {one.group ? `people in ${one.group}` : "everybody"}, its answer fetched every{" "}
        {one.everySeconds} s, for {one.lastsSeconds} s at most. Rulebooks call it{" "}
        <span className="num">{one.id}</span>: it is offered once one gives it points.
      </p>
      <div className="mt-2 grid gap-3 lg:grid-cols-2">
        <Sample title="It is asked" text={one.asks} />
        <Sample title="Its answer is fetched" text={one.looks} />
      </div>
      <p className="mt-1 text-[13px]">
        At <span className="num">{one.answerAt}</span>: {means("it is they", one.yes)};{" "}
        {means("it is not", one.no)}; {means("they did not ask", one.denied)}; {means("it gave up", one.over)}
        ; all else means not yet.
      </p>
      <TryOut one={one} />
    </li>
  );
}

const means = (words: string, values: string[]) =>
  `${values.length ? values.map((value) => `“${value}”`).join(" or ") : "nothing"} means ${words}`;

function Sample({ title, text }: { title: string; text: string }) {
  return (
    <figure>
      <figcaption className="text-muted text-xs">{title}</figcaption>
      <pre className="num overflow-x-auto rounded border border-hair bg-sheet p-2 text-xs">{text}</pre>
    </figure>
  );
}
