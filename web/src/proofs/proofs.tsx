import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import {
  ask,
  client,
  type OwnContactKind,
  type OwnPage,
  type OwnProof,
  type OwnProofAddable,
  type OwnProofSettingUp,
} from "../api/client";
import { Big, Phone, Trouble } from "../forgot/parts";
import type { OwnPageInHand } from "../forgot/use-own-page";
import { Code } from "./code";
import { Contacts, NewContact } from "./contacts";
import { NewAnswers } from "./new-answers";
import { makePasskey } from "./passkey";
import { TakeAway } from "./take-away";
import { SpokenWishes } from "./wishes";

const KEY = ["own-proofs"];
const day = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });

interface ProofsProps {
  page: OwnPage;
  name: string;
  own: OwnPageInHand;
  leave: () => void;
}

/** What proves that it is they: what they have, what they can add. One thing on a screen. */
export function Proofs({ page, name, own, leave }: ProofsProps) {
  const queries = useQueryClient();
  const proofs = useQuery({ queryKey: KEY, queryFn: () => ask(client.GET("/api/own/proofs")) });
  const [settingUp, setSettingUp] = useState<OwnProofSettingUp & { method: string }>();
  const [adding, setAdding] = useState<OwnContactKind>();
  const [said, setSaid] = useState("");
  /** Does something that changes the list. */
  const act = (work: () => Promise<string>) =>
    own.act(async () => {
      setSaid("");
      setSaid(await work());
      await queries.invalidateQueries({ queryKey: KEY });
      return undefined;
    });
  const begin = (one: OwnProofAddable) =>
    act(async () => {
      const begun = await ask(client.POST("/api/own/proofs", { body: { method: one.method } }));
      setSettingUp({ ...begun, method: one.method });
      return "";
    });
  const remove = (one: OwnProof) =>
    act(async () => {
      await ask(client.DELETE("/api/own/proofs/{proof}", { params: { path: { proof: one.id } } }));
      return `${one.label} is taken away. You are told so wherever we reach you.`;
    });
  const phoneLost = () =>
    act(async () => {
      const { taken } = await ask(client.POST("/api/own/phone-lost"));
      return taken === 0
        ? "Nothing of yours lives on a phone."
        : "All that lived on your phone is taken away. You are told so wherever we reach you.";
    });
  const choosePassword = () =>
    own.act(() => ask(client.PUT("/api/own/wants", { body: { wants: "own-password" } })));
  const done = (words: string) => {
    setSettingUp(undefined);
    setSaid(words);
    void queries.invalidateQueries({ queryKey: KEY });
  };
  if (adding) {
    const added = (words: string) => {
      setAdding(undefined);
      setSaid(words);
    };
    return <NewContact page={page} name={name} own={own} kind={adding} done={added} />;
  }
  if (settingUp?.browserMakes) {
    return <NewPasskey page={page} name={name} own={own} setUp={settingUp} done={done} />;
  }
  if (settingUp?.questions.length) {
    return <NewAnswers page={page} name={name} own={own} setUp={settingUp} done={done} />;
  }
  if (settingUp) {
    return settingUp.key ? (
      <NewKey page={page} name={name} own={own} setUp={settingUp} done={done} />
    ) : (
      <NewLines
        page={page}
        name={name}
        setUp={settingUp}
        words={settingUp.method === "quiet-words" ? QUIET : PAPER}
        done={done}
      />
    );
  }
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title="What proves that it is you"
      lead={
        proofs.data &&
        `What you add counts in full after ${proofs.data.newForDays} days, so that nobody who got in once can stay. Have more than one.`
      }
      foot="Nobody at the service desk can see or set any of this. They never ask you to read a key to them."
    >
      <Trouble words={own.trouble} />
      {said && (
        <p role="status" className="mx-5 mb-4 rounded-[3px] bg-good-wash px-3 py-2 font-semibold text-good">
          {said}
        </p>
      )}
      <h2 className="px-5 pb-1 font-semibold text-muted text-sm">You have</h2>
      <ul aria-label="What you have" className="mb-5 border-rule border-t">
        {proofs.data?.mine.map((one) => (
          <TakeAway
            key={one.id}
            label={one.label}
            note={`since ${day.format(new Date(one.since))}${one.note ? `; ${one.note}` : ""}`}
            busy={own.busy}
            remove={() => remove(one)}
          />
        ))}
        {proofs.data?.mine.length === 0 && (
          <li className="border-hair border-b px-5 py-3 text-muted">Nothing yet that you set up.</li>
        )}
      </ul>
      <h2 className="px-5 pb-1 font-semibold text-muted text-sm">You can add</h2>
      <ul aria-label="What you can add" className="border-rule border-t">
        {proofs.data?.addable.map((one) => (
          <li key={one.method}>
            <button
              type="button"
              disabled={own.busy}
              onClick={() => begin(one)}
              className="grid min-h-[76px] w-full grid-cols-[1fr_auto] items-center gap-x-2.5 border-rule border-b px-5 py-2.5 text-left disabled:opacity-60"
            >
              <span>
                <b className="block font-semibold text-[17.5px]">{one.label}</b>
                <small className="block text-[14.5px] text-muted leading-5">{one.note}</small>
              </span>
              <span className="font-semibold text-[14.5px] text-seal">Add</span>
            </button>
          </li>
        ))}
      </ul>
      <div className="pt-6">
        <Contacts own={own} add={setAdding} said={setSaid} />
        <SpokenWishes own={own} said={setSaid} />
      </div>
      <ul className="mb-5 border-rule border-t">
        <TakeAway
          label="My phone is lost"
          note="takes away at once what lives on it: authenticator, device, passkey"
          busy={own.busy}
          remove={phoneLost}
        />
      </ul>
      <div className="grid gap-2 px-5 pt-2">
        <Big look="quiet" disabled={own.busy} onClick={choosePassword}>
          Choose a new password
        </Big>
        <Big look="quiet" disabled={own.busy} onClick={leave}>
          I am done
        </Big>
      </div>
    </Phone>
  );
}

export interface NewProps {
  page: OwnPage;
  name: string;
  setUp: OwnProofSettingUp;
  done: (words: string) => void;
}

/** What is said to whoever takes a key into something. */
const TAKEN = {
  AUTHENTICATOR: {
    title: "Add an authenticator",
    lead: "Take the key into an app that shows six digits. Then type the digits: only then does it count.",
    open: "Open it in the app on this phone",
    typed: "Or type this key into the app:",
    asks: "The six digits that the app shows now",
    wrong: "That is not it. Wait for the next six digits, and type those.",
    added: "Your authenticator is added.",
  },
  DEVICE: {
    title: "Add a device that answers",
    lead: "Take this code into the phone that shall ask you. It shows six digits then. Type them here: only then does it count.",
    open: "Open it on this phone",
    typed: "Or type this code there:",
    asks: "The six digits that it shows",
    wrong: "That is not it. Type the six digits that the phone shows after it took the code.",
    added: "Your device is added.",
  },
};

/** A key for an app or a device: read as a picture, opened on this phone, or typed; then it shows that it works. */
function NewKey({ page, name, own, setUp, done }: NewProps & { own: OwnPageInHand }) {
  const [typed, setTyped] = useState("");
  const code = typed.replaceAll(" ", "");
  const words = TAKEN[setUp.taker ?? "AUTHENTICATOR"];
  const confirm = (event: FormEvent) => {
    event.preventDefault();
    void own.act(async () => {
      const said = await ask(
        client.POST("/api/own/proofs/{proof}/confirm", {
          params: { path: { proof: setUp.id } },
          body: { typed: code },
        }),
      );
      setTyped("");
      if (said.right) done(`${words.added} You are told so wherever we reach you.`);
      else own.setTrouble(words.wrong);
      return undefined;
    });
  };
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title={words.title}
      lead={words.lead}
      foot="This is shown once. Read it to nobody, not even to us."
    >
      <Code text={setUp.address ?? ""} />
      <p className="px-5 pt-3">
        <a
          className="font-semibold text-seal underline underline-offset-[3px]"
          href={setUp.address ?? undefined}
        >
          {words.open}
        </a>
      </p>
      <p className="px-5 pt-3 text-[14.5px] text-muted leading-[21px]">
        {words.typed}
        <span className="num mt-1 block text-[16.5px] text-ink">
          {setUp.key?.match(/.{1,4}/g)?.join(" ")}
        </span>
      </p>
      <form onSubmit={confirm} className="pt-5">
        <label className="mb-5 grid gap-1.5 px-5 font-semibold">
          {words.asks}
          <input
            className="field num min-h-14 px-3 text-2xl tracking-[0.2em]"
            inputMode="numeric"
            autoComplete="one-time-code"
            maxLength={setUp.digits + 4}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
        </label>
        <Trouble words={own.trouble} />
        <div className="grid gap-3 px-5">
          <Big type="submit" disabled={own.busy || code.length < setUp.digits}>
            Go on
          </Big>
          <Big look="quiet" onClick={() => done("")}>
            Leave it
          </Big>
        </div>
      </form>
    </Phone>
  );
}

/** Something that this browser makes when it is pressed. */
function NewPasskey({ page, name, own, setUp, done }: NewProps & { own: OwnPageInHand }) {
  const make = () =>
    own.act(async () => {
      const typed = await makePasskey(setUp.browserMakes ?? "");
      const said = await ask(
        client.POST("/api/own/proofs/{proof}/confirm", {
          params: { path: { proof: setUp.id } },
          body: { typed },
        }),
      );
      if (said.right) done("Your passkey is added. You are told so wherever we reach you.");
      else own.setTrouble("That did not work. Try again, or leave it.");
      return undefined;
    });
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title="Add a passkey"
      lead="This device keeps it, and asks for your finger, your face or its own code each time. It works on this site only, so nobody can have it read out to them."
      foot="What leaves the device is a signature. Your finger and your face never do."
    >
      <Trouble words={own.trouble} />
      <div className="grid gap-3 px-5">
        <Big disabled={own.busy} onClick={make}>
          Make it on this device
        </Big>
        <Big look="quiet" onClick={() => done("")}>
          Leave it
        </Big>
      </div>
    </Phone>
  );
}

const PAPER = {
  title: "Your recovery codes",
  lead: "Write them down or print them, and keep them where you would keep a passport. Each is good once.",
  foot: "They are shown this once. Codes that you had before are good for nothing any more.",
  list: "Recovery codes",
  have: "I have them on paper",
  done: "Your recovery codes are set up. You are told so wherever we reach you.",
};

const QUIET = {
  title: "Your quiet words",
  lead: "If somebody forces you to call or to write to us, say these two words in the place of an answer, or in any line of a chat. We see it, and go on as if nothing was. Nothing of yours is changed then.",
  foot: "They are shown this once. Learn them by heart: do not keep them where somebody else looks.",
  list: "Quiet words",
  have: "I know them by heart",
  done: "Your quiet words are set up. You are told so wherever we reach you.",
};

/** What is shown once: codes for paper, or words for the memory. */
function NewLines({ page, name, setUp, words, done }: NewProps & { words: typeof PAPER }) {
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title={words.title}
      lead={words.lead}
      foot={words.foot}
    >
      <ol aria-label={words.list} className="num mb-5 border-rule border-t text-[19px]">
        {setUp.lines.map((line, i) => (
          <li key={line} className="grid grid-cols-[34px_1fr] border-hair border-b px-5 py-2">
            <span className="text-muted">{setUp.lines.length > 1 ? i + 1 : ""}</span>
            {line}
          </li>
        ))}
      </ol>
      <div className="grid gap-3 px-5 print:hidden">
        {setUp.lines.length > 1 && (
          <Big look="quiet" onClick={() => window.print()}>
            Print them
          </Big>
        )}
        <Big onClick={() => done(words.done)}>{words.have}</Big>
      </div>
    </Phone>
  );
}
