import { client, type OwnPage } from "../api/client";
import { list } from "./choose";
import { Big, Line, Phone, Trouble } from "./parts";
import type { OwnPageInHand } from "./use-own-page";

const MARKS = { works: "good", "under-way": "wait", "not-set": "stop" } as const;
const STATES = { works: "works now", "under-way": "being set", "not-set": "not set" };

interface DoneProps {
  page: OwnPage;
  name: string;
  own: OwnPageInHand;
  leave: () => void;
}

/** Where it works and where not yet, and what every contact was told. */
export function Done({ page, name, own, leave }: DoneProps) {
  const done = page.stage === "done";
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title={done ? "Your new password is set" : "Your new password is being set"}
      lead={done ? "Sign in with it where it works." : "Wait a moment; you may also close this page."}
    >
      <div role="status">
        <ul className="border-rule border-t">
          {page.results.map((result) => (
            <Line key={result.name} mark={MARKS[result.outcome]} state={STATES[result.outcome]}>
              {result.name}
              {result.says !== STATES[result.outcome] && (
                <small className="block text-muted text-sm">{result.says}</small>
              )}
            </Line>
          ))}
        </ul>
      </div>
      {done && (
        <>
          {page.told.length > 0 && (
            <div className="px-5 pt-5 text-[14.5px] text-muted leading-[21px]">
              <p className="mb-2">This went to {list(page.told)}:</p>
              {page.results
                .filter((result) => result.outcome === "works")
                .map((result) => (
                  <blockquote
                    key={result.name}
                    className="mb-2 rounded-[3px] border border-rule bg-lit px-3.5 py-3 text-[15px] text-ink"
                  >
                    Your password for {result.name} was changed. If that was you, there is nothing to do. If
                    you did not ask for this, say so here: …
                  </blockquote>
                ))}
              <p className="mt-2.5">
                Whoever presses that takes the password out of force and closes your accounts to every change,
                and one of us looks at once.
              </p>
            </div>
          )}
          <Trouble words={own.trouble} />
          <div className="px-5 pt-5">
            <Big
              look="quiet"
              disabled={own.busy}
              onClick={() =>
                own.act(async () => {
                  await client.DELETE("/api/own/session");
                  leave();
                  return { ...page, stage: "begin" };
                })
              }
            >
              Leave this page
            </Big>
          </div>
        </>
      )}
    </Phone>
  );
}
