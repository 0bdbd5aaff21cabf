import { type FormEvent, useId, useState } from "react";
import { ask, client } from "../api/client";
import { Big, Phone, Trouble } from "../forgot/parts";
import type { OwnPageInHand } from "../forgot/use-own-page";
import type { NewProps } from "./new-props";

interface Answer {
  question: string;
  words: string;
}

/** Questions that they choose, each with an answer of theirs. */
export function NewAnswers({ page, name, own, setUp, done }: NewProps & { own: OwnPageInHand }) {
  const [answers, setAnswers] = useState<Answer[]>(() =>
    setUp.questions.slice(0, setUp.fewest).map((one) => ({ question: one.id, words: "" })),
  );
  const change = (at: number, to: Partial<Answer>) =>
    setAnswers(answers.map((one, i) => (i === at ? { ...one, ...to } : one)));
  const free = setUp.questions.find((one) => answers.every((answer) => answer.question !== one.id));
  const send = (event: FormEvent) => {
    event.preventDefault();
    void own.act(async () => {
      const typed = JSON.stringify(Object.fromEntries(answers.map((one) => [one.question, one.words])));
      const said = await ask(
        client.POST("/api/own/proofs/{proof}/confirm", {
          params: { path: { proof: setUp.id } },
          body: { typed },
        }),
      );
      if (said.right) done("Your questions are set. You are told so wherever we reach you.");
      return undefined;
    });
  };
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title="Questions that you answer"
      lead={`Choose ${setUp.fewest}. On the telephone two of them are asked. Answers need not be true; you have to know them again. How you spell them makes no difference.`}
      foot="Nobody can read your answers, not even we. They count little, and for little: have something better as well."
    >
      <form onSubmit={send} autoComplete="off">
        <ol aria-label="Questions">
          {answers.map((answer, i) => (
            <Pair
              // biome-ignore lint/suspicious/noArrayIndexKey: the place is what tells them apart
              key={i}
              place={i + 1}
              answer={answer}
              options={setUp.questions.filter(
                (one) => one.id === answer.question || answers.every((other) => other.question !== one.id),
              )}
              change={(to) => change(i, to)}
            />
          ))}
        </ol>
        {free && (
          <p className="px-5 pb-5">
            <button
              type="button"
              className="min-h-11 font-semibold text-[14.5px] text-seal underline underline-offset-[3px]"
              onClick={() => setAnswers([...answers, { question: free.id, words: "" }])}
            >
              One more
            </button>
          </p>
        )}
        <Trouble words={own.trouble} />
        <div className="grid gap-3 px-5">
          <Big type="submit" disabled={own.busy || answers.some((one) => one.words.trim() === "")}>
            Set these
          </Big>
          <Big look="quiet" onClick={() => done("")}>
            Leave it
          </Big>
        </div>
      </form>
    </Phone>
  );
}

interface PairProps {
  place: number;
  answer: Answer;
  options: { id: string; words: string }[];
  change: (to: Partial<Answer>) => void;
}

function Pair({ place, answer, options, change }: PairProps) {
  const id = useId();
  return (
    <li className="grid gap-1.5 border-hair border-t px-5 py-4">
      <span className="text-[14.5px] text-muted">Question {place}</span>
      {/* The whole question shows, which a closed list would cut; the list lies over it, unseen. */}
      <span className="relative grid grid-cols-[1fr_auto] items-center gap-2 rounded border border-rule px-3 py-2 font-semibold focus-within:outline-2 focus-within:outline-seal">
        <span aria-hidden>{options.find((one) => one.id === answer.question)?.words}</span>
        <span aria-hidden className="text-muted">
          ▾
        </span>
        <select
          aria-label={`Question ${place}`}
          className="absolute inset-0 h-full w-full cursor-pointer opacity-0"
          value={answer.question}
          onChange={(event) => change({ question: event.target.value })}
        >
          {options.map((one) => (
            <option key={one.id} value={one.id}>
              {one.words}
            </option>
          ))}
        </select>
      </span>
      <label className="text-[14.5px] text-muted" htmlFor={`${id}-a`}>
        Your answer to question {place}
      </label>
      <input
        id={`${id}-a`}
        className="field min-h-12 px-3"
        maxLength={80}
        autoCapitalize="none"
        autoComplete="off"
        spellCheck={false}
        value={answer.words}
        onChange={(event) => change({ words: event.target.value })}
      />
    </li>
  );
}
