import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useState } from "react";
import { ask, client, type OutsideService, type OutsideServiceToDescribe, Problem } from "../../api/client";
import { Button } from "../../ui/parts";

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

function Described({ one, remove }: { one: OutsideService; remove: () => void }) {
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
      <p className="text-muted text-xs">
        Asked about {one.group ? `people in ${one.group}` : "everybody"}, looked at every {one.everySeconds}{" "}
        s, for {one.lastsSeconds} s at most. Rulebooks call it <span className="num">{one.id}</span>: it is
        offered once one gives it points.
      </p>
      <div className="mt-2 grid gap-3 lg:grid-cols-2">
        <Sample title="It is asked" text={one.asks} />
        <Sample title="It is looked" text={one.looks} />
      </div>
      <p className="mt-1 text-[13px]">
        At <span className="num">{one.answerAt}</span>: {means("it is they", one.yes)};{" "}
        {means("it is not", one.no)}; {means("they did not ask", one.denied)}; {means("it gave up", one.over)}
        ; all else means not yet.
      </p>
    </li>
  );
}

const means = (words: string, values: string[]) =>
  `${values.length ? values.join(" or ") : "nothing"} means ${words}`;

function Sample({ title, text }: { title: string; text: string }) {
  return (
    <figure>
      <figcaption className="text-muted text-xs">{title}</figcaption>
      <pre className="num overflow-x-auto rounded border border-hair bg-sheet p-2 text-xs">{text}</pre>
    </figure>
  );
}

const list = (words: FormDataEntryValue | null) =>
  String(words ?? "")
    .split(",")
    .map((one) => one.trim())
    .filter((one) => one !== "");

interface DescribeProps {
  send: (id: string, body: OutsideServiceToDescribe) => Promise<void>;
  leave: () => void;
}

/** What its manual shows, and what in it is what. */
function Describe({ send, leave }: DescribeProps) {
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const text = (name: string) => String(form.get(name) ?? "").trim();
    const marks = (pairs: [string, string][]) =>
      Object.fromEntries(pairs.filter(([, value]) => value !== ""));
    const credential: [string, string][] = [
      ["user", text("user")],
      ["password", text("password")],
    ];
    setBusy(true);
    await send(text("id"), {
      title: text("title"),
      ...(text("group") ? { group: text("group") } : {}),
      ask: {
        sample: text("ask"),
        marks: marks([
          ["number", text("number")],
          ["reference", text("askReference")],
          ["text", text("text")],
          ...credential,
        ]),
        scheme: text("scheme"),
        answer: text("askAnswer"),
      },
      look: {
        sample: text("look"),
        marks: marks([["reference", text("lookReference")], ...credential]),
        scheme: text("scheme"),
        answer: text("lookAnswer"),
      },
      answerAt: text("answerAt"),
      yes: list(form.get("yes")),
      no: list(form.get("no")),
      denied: list(form.get("denied")),
      over: list(form.get("over")),
      lastsSeconds: Number(text("lasts")),
      everySeconds: Number(text("every")),
    });
    setBusy(false);
  };
  return (
    <form
      onSubmit={submit}
      autoComplete="off"
      className="mb-6 grid max-w-4xl gap-5 border-rule border-b pb-5"
    >
      <fieldset className="grid gap-3 sm:grid-cols-3">
        <legend className="mb-1 font-semibold font-serif text-base">What it is</legend>
        <Field name="title" words="What analysts call it" required />
        <Field name="id" words="What rulebooks call it" note="small letters and hyphens" required />
        <Field name="group" words="Only for people in the group" note="empty: for everybody" />
        <Field name="user" words="Earnest’s name there, as in the samples" />
        <Field name="password" words="Its password, as in the samples" secret />
        <label className="grid content-start gap-1 text-muted text-xs">
          Over
          <select name="scheme" className="field px-2 text-sm">
            <option value="https">https</option>
            <option value="http">http, on this machine only</option>
          </select>
        </label>
      </fieldset>
      <fieldset className="grid gap-3 sm:grid-cols-3">
        <legend className="mb-1 font-semibold font-serif text-base">How it is asked about somebody</legend>
        <Area name="ask" words="The request, as its manual shows it: raw, or for curl" />
        <Field name="number" words="The telephone that stands in it" note="as +44…; empty: none" />
        <Field name="askReference" words="Our reference that stands in it" note="empty: none" />
        <Field name="text" words="The words that it shows" note="empty: none" />
        <Area name="askAnswer" words="A good answer" rows={3} />
      </fieldset>
      <fieldset className="grid gap-3 sm:grid-cols-3">
        <legend className="mb-1 font-semibold font-serif text-base">How it is looked what it says</legend>
        <Area name="look" words="The request" />
        <Field name="lookReference" words="Its reference that stands in it" required />
        <Area name="lookAnswer" words="A good answer, while it waits" rows={3} />
      </fieldset>
      <fieldset className="grid gap-3 sm:grid-cols-3">
        <legend className="mb-1 font-semibold font-serif text-base">What its answers mean</legend>
        <Field name="answerAt" words="Where it stands" note="a JSON pointer, as /says" required />
        <Field name="yes" words="It is they" note="several with commas" required />
        <Field name="no" words="It is not they" />
        <Field name="denied" words="They did not ask for this" note="stops everything" />
        <Field name="over" words="It gave up" />
        <Field name="every" words="Looked at every … seconds" value="2" required />
        <Field name="lasts" words="For … seconds at most" value="120" required />
      </fieldset>
      <p className="flex gap-3">
        <Button type="submit" disabled={busy}>
          Describe it so
        </Button>
        <Button quiet onClick={leave}>
          Leave it
        </Button>
      </p>
    </form>
  );
}

interface FieldProps {
  name: string;
  words: string;
  note?: string;
  value?: string;
  required?: boolean;
  secret?: boolean;
}

function Field({ name, words, note, value, required, secret }: FieldProps) {
  return (
    <label className="grid content-start gap-1 text-muted text-xs">
      {words}
      <input
        name={name}
        className="field px-2 text-sm"
        type={secret ? "password" : "text"}
        autoComplete={secret ? "new-password" : "off"}
        maxLength={400}
        defaultValue={value}
        required={required}
      />
      {note && <small>{note}</small>}
    </label>
  );
}

function Area({ name, words, rows = 6 }: { name: string; words: string; rows?: number }) {
  return (
    <label className="grid gap-1 text-muted text-xs sm:col-span-3">
      {words}
      <textarea name={name} rows={rows} required spellCheck={false} className="field num p-2 text-xs" />
    </label>
  );
}
