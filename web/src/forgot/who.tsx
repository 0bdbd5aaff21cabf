import { type FormEvent, useState } from "react";
import { ask, client } from "../api/client";
import { Big, Phone, Trouble } from "./parts";
import { solve } from "./puzzle";
import type { OwnPageInHand } from "./use-own-page";

const LONG_MS = 400;

export type Wants = "own-password" | "proofs";

const WORDS = {
  "own-password": {
    title: "Forgot your password?",
    lead: "You can set a new one here, at any hour, without a call.",
  },
  proofs: {
    title: "What proves that it is you",
    lead: "See what you have for it, add to it, and take away what is lost. First prove that it is you.",
  },
};

interface WhoProps {
  organisation: string;
  own: OwnPageInHand;
  named: (name: string) => void;
  wants: Wants;
}

/** Who one says one is. The answer is the same for everybody. */
export function Who({ organisation, own, named, wants }: WhoProps) {
  const [name, setName] = useState("");
  const [long, setLong] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const timer = setTimeout(() => setLong(true), LONG_MS);
    await own.act(async () => {
      const given = await ask(client.POST("/api/own/puzzle", { body: { name } }));
      const solution = await solve(given.puzzle, given.bits);
      const page = await ask(
        client.POST("/api/own/session", { body: { name, puzzle: given.puzzle, solution, wants } }),
      );
      named(name.trim());
      return page;
    });
    clearTimeout(timer);
    setLong(false);
  };
  return (
    <Phone
      organisation={organisation}
      title={WORDS[wants].title}
      lead={WORDS[wants].lead}
      foot={
        <>
          We never ask for a password by mail, by text or on the telephone. Rather ask somebody?{" "}
          <a className="font-semibold text-seal underline underline-offset-[3px]" href="/chat">
            Write to the service desk
          </a>
          , or call it.
        </>
      }
    >
      <form onSubmit={submit}>
        <div className="px-5">
          <label className="grid gap-1.5 font-semibold">
            Who are you?
            <input
              className="field min-h-14 px-3 font-normal text-lg"
              autoComplete="username"
              autoCapitalize="none"
              spellCheck={false}
              value={name}
              maxLength={200}
              onChange={(e) => setName(e.target.value)}
            />
          </label>
          <p className="mt-2.5 mb-6 text-[14.5px] text-muted leading-[21px]">
            Your login, your mail, your staff number or your telephone number.
          </p>
        </div>
        <Trouble words={own.trouble} />
        <div className="px-5">
          <Big type="submit" disabled={own.busy || !name.trim()}>
            Go on
          </Big>
          <p role="status" className="mt-4 text-[14.5px] text-muted leading-[21px]">
            {long
              ? "… Your browser is doing a small sum that keeps robots out. It takes a few seconds."
              : "If we know you, the next page lets you prove that it is you. It looks the same for everybody."}
          </p>
        </div>
      </form>
    </Phone>
  );
}
