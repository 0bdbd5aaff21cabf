import { useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client } from "../api/client";
import type { OwnPageInHand } from "../forgot/use-own-page";

const KEY = ["own-news"];

interface Props {
  own: OwnPageInHand;
  said: (words: string) => void;
}

interface Told {
  proofs: boolean;
  invitations: boolean;
}

/** What they want to be told, beside what nobody can turn off. */
export function News({ own, said }: Props) {
  const queries = useQueryClient();
  const news = useQuery({ queryKey: KEY, queryFn: () => ask(client.GET("/api/own/news")) });
  const now = news.data;
  if (!now) return null;
  const set = (change: Partial<Told>, words: string) =>
    own.act(async () => {
      await ask(client.PUT("/api/own/news", { body: { ...now, ...change } }));
      await queries.invalidateQueries({ queryKey: KEY });
      said(words);
      return undefined;
    });
  return (
    <>
      <h2 className="px-5 pb-1 font-semibold text-muted text-sm">What we tell you</h2>
      <div className="mb-5 grid gap-1 border-rule border-y px-5 py-3">
        <Tick
          label="Each time somebody proves to be you"
          on={now.proofs}
          busy={own.busy}
          turn={(proofs) =>
            set({ proofs }, proofs ? "You will be told each time." : "You will not be told of it.")
          }
        />
        <Tick
          label="When you are invited to set up a proof"
          on={now.invitations}
          busy={own.busy}
          turn={(invitations) =>
            set({ invitations }, invitations ? "You may be invited." : "Nobody will invite you.")
          }
        />
        <p className="text-[14.5px] text-muted leading-5">
          When an account, a contact or a proof of yours changes, you are always told.
        </p>
      </div>
    </>
  );
}

interface TickProps {
  label: string;
  on: boolean;
  busy: boolean;
  turn: (on: boolean) => void;
}

function Tick({ label, on, busy, turn }: TickProps) {
  return (
    <label className="flex min-h-11 items-center gap-3">
      <input
        type="checkbox"
        className="size-5 shrink-0"
        checked={on}
        disabled={busy}
        onChange={(event) => turn(event.target.checked)}
      />
      {label}
    </label>
  );
}
