import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ask, client, type OwnContact, type OwnContactKind, type OwnPage } from "../api/client";
import { Big, Phone, Trouble } from "../forgot/parts";
import type { OwnPageInHand } from "../forgot/use-own-page";
import { TakeAway } from "./take-away";

const KEY = ["own-contacts"];
const day = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });
const DIGITS = 6;

interface ListProps {
  own: OwnPageInHand;
  add: (kind: OwnContactKind) => void;
  said: (words: string) => void;
}

/** Where they are reached. What the directory has, it alone changes. */
export function Contacts({ own, add, said }: ListProps) {
  const queries = useQueryClient();
  const contacts = useQuery({ queryKey: KEY, queryFn: () => ask(client.GET("/api/own/contacts")) });
  const remove = (one: OwnContact) =>
    own.act(async () => {
      await ask(client.DELETE("/api/own/contacts/{contact}", { params: { path: { contact: one.id } } }));
      said(`${sentence(one.label)} is taken away. You are told so there as well.`);
      await queries.invalidateQueries({ queryKey: KEY });
      return undefined;
    });
  return (
    <>
      <h2 className="px-5 pb-1 font-semibold text-muted text-sm">Where we reach you</h2>
      <ul aria-label="Where we reach you" className="mb-3 border-rule border-t">
        {contacts.data?.contacts.map((one) => (
          <TakeAway
            key={one.id}
            label={sentence(one.label)}
            note={`${one.masked}${one.since ? `, since ${day.format(new Date(one.since))}` : ""}`}
            busy={own.busy}
            {...(one.own ? { remove: () => remove(one) } : {})}
          />
        ))}
      </ul>
      <p className="flex flex-wrap gap-x-6 px-5 pb-5">
        {contacts.data?.addable.map((kind) => (
          <button
            key={kind.id}
            type="button"
            disabled={own.busy}
            onClick={() => add(kind)}
            className="min-h-11 font-semibold text-[14.5px] text-seal underline underline-offset-[3px]"
          >
            Add {kind.telephone ? "a mobile" : "a mailbox"}
          </button>
        ))}
      </p>
    </>
  );
}

const sentence = (words: string) => words[0]?.toUpperCase() + words.slice(1);

interface NewProps {
  page: OwnPage;
  name: string;
  own: OwnPageInHand;
  kind: OwnContactKind;
  done: (words: string) => void;
}

/** One that they add: typed, then shown to be theirs by the code that comes there. */
export function NewContact({ page, name, own, kind, done }: NewProps) {
  const queries = useQueryClient();
  const [value, setValue] = useState("");
  const [waits, setWaits] = useState<string>();
  const [code, setCode] = useState("");
  const digits = code.replaceAll(" ", "");
  const send = (event: FormEvent) => {
    event.preventDefault();
    void own.act(async () => {
      const begun = await ask(client.POST("/api/own/contacts", { body: { kind: kind.id, value } }));
      setWaits(begun.id);
      return undefined;
    });
  };
  const confirm = (event: FormEvent) => {
    event.preventDefault();
    void own.act(async () => {
      const said = await ask(
        client.POST("/api/own/contacts/{contact}/confirm", {
          params: { path: { contact: waits ?? "" } },
          body: { typed: digits },
        }),
      );
      setCode("");
      if (said.right) {
        await queries.invalidateQueries({ queryKey: KEY });
        done("It is added. You are told so wherever we reach you.");
      } else own.setTrouble("That is not it. Look at what came, and type it once more.");
      return undefined;
    });
  };
  const where = kind.telephone ? "number" : "mail address";
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title={kind.telephone ? "Add a mobile" : "Add a mailbox"}
      lead={
        waits
          ? `A code is on its way to ${value}. It counts once you typed it here.`
          : "A code goes there, to show that it is yours. It counts little while it is new."
      }
      foot="You are told of this wherever we reach you already. If it was not you, say so there."
    >
      {waits ? (
        <form onSubmit={confirm}>
          <label className="mb-5 grid gap-1.5 px-5 font-semibold">
            The six digits that came
            <input
              className="field num min-h-14 px-3 text-2xl tracking-[0.2em]"
              inputMode="numeric"
              autoComplete="one-time-code"
              maxLength={DIGITS + 4}
              value={code}
              onChange={(event) => setCode(event.target.value)}
            />
          </label>
          <Trouble words={own.trouble} />
          <div className="grid gap-3 px-5">
            <Big type="submit" disabled={own.busy || digits.length < DIGITS}>
              Go on
            </Big>
            <Big
              look="quiet"
              onClick={() => {
                setWaits(undefined);
                setCode("");
              }}
            >
              It does not come: change the {where}
            </Big>
            <Big look="quiet" onClick={() => done("")}>
              Leave it
            </Big>
          </div>
        </form>
      ) : (
        <form onSubmit={send}>
          <label className="mb-5 grid gap-1.5 px-5 font-semibold">
            The {where}
            <input
              className="field min-h-14 px-3 text-lg"
              type={kind.telephone ? "tel" : "email"}
              autoComplete={kind.telephone ? "tel" : "email"}
              maxLength={120}
              value={value}
              onChange={(event) => setValue(event.target.value)}
            />
          </label>
          <Trouble words={own.trouble} />
          <div className="grid gap-3 px-5">
            <Big type="submit" disabled={own.busy || value.trim() === ""}>
              Send a code there
            </Big>
            <Big look="quiet" onClick={() => done("")}>
              Leave it
            </Big>
          </div>
        </form>
      )}
    </Phone>
  );
}
