import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
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
import { Contacts, NewContact } from "./contacts";
import { NewAnswers } from "./new-answers";
import { NewKey } from "./new-key";
import { NewLines, PAPER, QUIET } from "./new-lines";
import { NewPasskey } from "./new-passkey";
import { News } from "./news";
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
        <News own={own} said={setSaid} />
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
