import { useState } from "react";
import type { RulebookWord } from "../../api/client";
import { Button } from "../../ui/parts";
import { addRule, type Draft, type EditedRule, type RuleOf, removeRule, setRule } from "./draft";
import { Choice, Figure, Some, useEditing } from "./slots";

interface Props {
  draft: Draft;
  change: (draft: Draft) => void;
}

/** What each deed asks, a sentence for each rule. */
export function Asked({ draft, change }: Props) {
  const { on } = useEditing();
  return (
    <>
      <h2 className="mb-1 font-semibold font-serif text-base">What each deed asks</h2>
      <ol className="mb-1">
        {draft.rules.map((rule, i) => (
          <li
            key={rule.key}
            className={`grid grid-cols-[26px_1fr] border-hair border-b py-1.5 ${on ? "leading-8" : "leading-6"}`}
          >
            <span aria-hidden className="num text-muted text-xs leading-[inherit]">
              {i + 1}
            </span>
            <Sentence
              rule={rule}
              set={(part) => change(setRule(draft, rule.key, part))}
              remove={() => change(removeRule(draft, rule.key))}
            />
          </li>
        ))}
      </ol>
      <p className="mb-5 pl-[26px] text-muted">
        {on ? (
          <Button quiet onClick={() => change(addRule(draft))}>
            Add a rule
          </Button>
        ) : (
          "What no rule names is closed to everybody."
        )}
      </p>
    </>
  );
}

const any = (words: string): RulebookWord => ({ id: "*", words });
const YES_NO = (yes: string, no: string): RulebookWord[] => [
  { id: "yes", words: yes },
  { id: "no", words: no },
];
const PATHS: RulebookWord[] = [
  "nothing by itself",
  "one thing",
  "two separate things",
  "three separate things",
].map((words, i) => ({ id: String(i), words }));

interface SentenceProps {
  rule: EditedRule;
  set: (part: Partial<RuleOf>) => void;
  remove: () => void;
}

function Sentence({ rule: { was, now }, set, remove }: SentenceProps) {
  const { on, words } = useEditing();
  const [more, setMore] = useState(false);
  const lists = now.oneOf ?? [];
  const replaced = (at: number, list: string[]) =>
    lists.map((one, i) => (i === at ? list : one)).filter((one) => one.length > 0);
  return (
    <div>
      To{" "}
      <Choice
        label="Deed"
        value={now.action}
        was={was?.action}
        options={words.actions}
        set={(action) => set({ action })}
      />{" "}
      in{" "}
      <Choice
        label="System"
        value={now.system}
        was={was?.system}
        options={[any("any system"), ...words.systems]}
        set={(system) => set({ system })}
      />{" "}
      for{" "}
      <Choice
        label="Group"
        value={now.group}
        was={was?.group}
        options={[any("anybody"), ...words.groups]}
        set={(group) => set({ group })}
      />
      {(now.channel ?? "*") !== "*" && !on && (
        <>
          {" "}
          by <b>{words.channels.find((one) => one.id === now.channel)?.words ?? now.channel}</b>
        </>
      )}
      , ask <Figure label="Points" value={now.points} was={was?.points} set={(points) => set({ points })} />{" "}
      points
      {lists.map((list, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a list has no name but its place
        <span key={i}>
          , with{" "}
          <Some
            label="One of"
            value={list}
            was={was?.oneOf?.[i]}
            options={words.factors}
            none="nothing"
            set={(next) => set({ oneOf: replaced(i, next) })}
          />{" "}
          among them
        </span>
      ))}
      {(now.factors ?? []).length > 0 && (
        <>
          , each of{" "}
          <Some
            label="Each of"
            value={now.factors ?? []}
            was={was?.factors}
            options={words.factors}
            none="nothing"
            set={(factors) => set({ factors })}
          />
        </>
      )}
      {(on || (now.paths ?? 0) > 0) && (
        <>
          , resting on{" "}
          <Choice
            label="Separate things"
            value={String(now.paths ?? 0)}
            was={was && String(was.paths ?? 0)}
            options={PATHS}
            set={(paths) => set({ paths: Number(paths) })}
          />
        </>
      )}
      {(on || now.secondPerson) && (
        <>
          , and{" "}
          <Choice
            label="Second person"
            value={now.secondPerson ? "yes" : "no"}
            was={was && (was.secondPerson ? "yes" : "no")}
            options={YES_NO("a second person agrees", "nobody else has to agree")}
            set={(yes) => set({ secondPerson: yes === "yes" })}
          />
        </>
      )}
      .{!on && now.instead && " This takes the place of the more general rules."}
      {!on && now.handover && ` The password is handed over by ${now.handover.join(" or ")} only.`}
      {!on && now.linkCode && " A link is followed by a code over another way."}
      {on && !more && (
        <button type="button" className="ml-2 min-h-6 underline" onClick={() => setMore(true)}>
          more
        </button>
      )}
      {on && more && <More now={now} was={was} set={set} remove={remove} />}
    </div>
  );
}

/** What few rules say. */
function More({
  now,
  was,
  set,
  remove,
}: { now: RuleOf; was: RuleOf | undefined } & Omit<SentenceProps, "rule">) {
  const { words } = useEditing();
  const without = now.factors ?? [];
  return (
    <div className="mt-1 grid gap-1 border-rule border-l-2 pl-2.5">
      <p>
        It counts{" "}
        <Choice
          label="Beside others"
          value={now.instead ? "yes" : "no"}
          was={was && (was.instead ? "yes" : "no")}
          options={YES_NO("in the place of the more general rules", "beside the more general rules")}
          set={(yes) => set({ instead: yes === "yes" })}
        />
        , for those who come{" "}
        <Choice
          label="Channel"
          value={now.channel ?? "*"}
          was={was && (was.channel ?? "*")}
          options={[
            any("in any way"),
            ...words.channels.map((one) => ({ ...one, words: `by ${one.words}` })),
          ]}
          set={(channel) => set({ channel })}
        />
        .
      </p>
      <p>
        A password is handed over by{" "}
        <Some
          label="Handed over by"
          value={now.handover ?? words.routes.map((one) => one.id)}
          was={was && (was.handover ?? words.routes.map((one) => one.id))}
          options={words.routes}
          none="no way"
          set={(handover) => set({ handover })}
        />
        ; a link is followed by{" "}
        <Choice
          label="After a link"
          value={now.linkCode ? "yes" : "no"}
          was={was && (was.linkCode ? "yes" : "no")}
          options={YES_NO("a code over another way", "nothing more")}
          set={(yes) => set({ linkCode: yes === "yes" })}
        />
        .
      </p>
      <p>
        Each of these has to count:{" "}
        <Some
          label="Each of"
          value={without}
          was={was && (was.factors ?? [])}
          options={words.factors}
          none="none by itself"
          set={(factors) => set({ factors })}
        />
      </p>
      <p className="flex flex-wrap gap-1.5">
        <Button quiet onClick={() => set({ oneOf: [...(now.oneOf ?? []), ["vouched", "shown"]] })}>
          Ask for one of several more
        </Button>
        <Button quiet onClick={remove}>
          Take this rule away
        </Button>
      </p>
    </div>
  );
}
