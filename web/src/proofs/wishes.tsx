import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useId } from "react";
import { ask, client } from "../api/client";
import type { OwnPageInHand } from "../forgot/use-own-page";

const KEY = ["own-wishes"];
const NONE = "";

interface Props {
  own: OwnPageInHand;
  said: (words: string) => void;
}

/** How they want to be spoken with: the first that the service desk reads, and never held against them. */
export function SpokenWishes({ own, said }: Props) {
  const queries = useQueryClient();
  const wishes = useQuery({ queryKey: KEY, queryFn: () => ask(client.GET("/api/own/wishes")) });
  const now = wishes.data;
  if (!now) return null;
  const set = (change: { how?: string; language?: string }) =>
    own.act(async () => {
      const { how = NONE, language = NONE } = { how: now.how, language: now.language, ...change };
      await ask(
        client.PUT("/api/own/wishes", {
          body: { ...(how && { how }), ...(language && { language }) },
        }),
      );
      await queries.invalidateQueries({ queryKey: KEY });
      said("The service desk reads it first when you turn to it.");
      return undefined;
    });
  return (
    <>
      <h2 className="px-5 pb-1 font-semibold text-muted text-sm">How we speak with you</h2>
      <div className="mb-5 grid gap-3 border-rule border-y px-5 py-3">
        <Choose
          label="How"
          none="Just so"
          value={now.how ?? NONE}
          among={now.hows}
          busy={own.busy}
          choose={(how) => set({ how })}
        />
        <Choose
          label="In which language"
          none="Whichever we use"
          value={now.language ?? NONE}
          among={now.languages}
          busy={own.busy}
          choose={(language) => set({ language })}
        />
        <p className="text-[14.5px] text-muted leading-5">
          Through a relay or in writing, no password is spoken: it is sent, or you choose one here.
        </p>
      </div>
    </>
  );
}

interface ChooseProps {
  label: string;
  none: string;
  value: string;
  among: { id: string; label: string }[];
  busy: boolean;
  choose: (id: string) => void;
}

function Choose({ label, none, value, among, busy, choose }: ChooseProps) {
  const id = useId();
  return (
    <span className="grid gap-1">
      <label htmlFor={id}>{label}</label>
      <select
        id={id}
        className="field min-h-11"
        value={value}
        disabled={busy}
        onChange={(event) => choose(event.target.value)}
      >
        <option value={NONE}>{none}</option>
        {among.map((one) => (
          <option key={one.id} value={one.id}>
            {one.label}
          </option>
        ))}
      </select>
    </span>
  );
}
