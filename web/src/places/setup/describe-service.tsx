import { type FormEvent, useState } from "react";
import type { OutsideServiceToDescribe } from "../../api/client";
import { Button } from "../../ui/parts";

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
export function Describe({ send, leave }: DescribeProps) {
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
        <legend className="mb-1 font-semibold font-serif text-base">How its answer is fetched</legend>
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
        <Field name="every" words="Fetched every … seconds" value="2" required />
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
