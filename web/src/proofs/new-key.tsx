import { type FormEvent, useState } from "react";
import { ask, client } from "../api/client";
import { Big, Phone, Trouble } from "../forgot/parts";
import type { OwnPageInHand } from "../forgot/use-own-page";
import { Code } from "./code";
import type { NewProps } from "./new-props";

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
export function NewKey({ page, name, own, setUp, done }: NewProps & { own: OwnPageInHand }) {
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
