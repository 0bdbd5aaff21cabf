import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { ask, client } from "../api/client";
import { Arrived } from "./arrived";
import { Choose } from "./choose";
import { Done } from "./done";
import { Big, Phone } from "./parts";
import { Prove } from "./prove";
import { useOwnPage } from "./use-own-page";
import { type Wants, Who } from "./who";

/** Few come so far: the others do not wait for it. */
const Proofs = lazy(async () => ({ default: (await import("../proofs/proofs")).Proofs }));

const NAME = "earnest-own-name";

/** Where people help themselves: who, proof, a new password. Phone first, one thing on a screen. */
export function Forgot() {
  return (
    <>
      <BesideChat />
      <Pages wants="own-password" />
    </>
  );
}

/** The same for what proves them. */
export function Me() {
  return <Pages wants="proofs" />;
}

/** Whoever came out of a chat goes back there. */
function BesideChat() {
  const chat = useQuery({
    queryKey: ["chat-beside"],
    queryFn: async () => (await ask(client.GET("/api/own/chat", { params: { query: { after: 0 } } }))).where,
  });
  return chat.data && ["assistant", "waiting", "desk"].includes(chat.data) ? (
    <nav
      aria-label="The chat"
      className="mx-auto max-w-md bg-lit px-5 py-2.5 text-[15px] md:border-hair md:border-x"
    >
      <a className="font-semibold text-seal underline underline-offset-[3px]" href="/chat">
        Back to the chat
      </a>
    </nav>
  ) : null;
}

function Pages({ wants }: { wants: Wants }) {
  const own = useOwnPage();
  // Only so that one sees for whom the page is; the server knows.
  const [name, setName] = useState(() => sessionStorage.getItem(NAME) ?? "");
  const [token, setToken] = useState(() => window.location.hash.slice(1));
  const named = (typed: string) => {
    sessionStorage.setItem(NAME, typed);
    setName(typed);
  };
  const forget = () => {
    sessionStorage.removeItem(NAME);
    setName("");
  };
  const { page } = own;
  const leave = () =>
    own.act(async () => {
      await client.DELETE("/api/own/session");
      forget();
      return page && { ...page, stage: "begin" };
    });
  if (!page)
    return (
      <Phone
        organisation=""
        title={own.away ? "Just now we cannot be reached" : "One moment"}
        lead={
          own.away ? "Nothing is lost. Load the page again in a minute, or call the service desk." : undefined
        }
      />
    );
  if (token)
    return (
      <Arrived
        organisation={page.organisation}
        token={token}
        own={own}
        done={() => {
          window.history.replaceState(null, "", "/forgot");
          setToken("");
        }}
      />
    );
  switch (page.stage) {
    case "begin":
      return <Who organisation={page.organisation} own={own} named={named} wants={wants} />;
    case "prove":
      return <Prove page={page} name={name} own={own} />;
    case "choose":
      return <Choose page={page} name={name} own={own} />;
    case "proofs":
      return (
        <Suspense fallback={<Phone organisation={page.organisation} name={name} title="One moment" />}>
          <Proofs page={page} name={name} own={own} leave={leave} />
        </Suspense>
      );
    case "setting":
    case "done":
      return <Done page={page} name={name} own={own} leave={forget} />;
    case "moved":
      return (
        <Phone
          organisation={page.organisation}
          title="You went on elsewhere"
          lead="The link was opened, and the page goes on there. Here it stops; you can close it."
        >
          <Again words="Begin anew here" forget={forget} own={own} />
        </Phone>
      );
    case "over":
      return (
        <Phone
          organisation={page.organisation}
          title="This is stopped"
          lead="Somebody said that they did not ask for this. Nothing can be changed now, and the service desk is told. Call it to get on."
        />
      );
  }
}

interface AgainProps {
  words: string;
  forget: () => void;
  own: ReturnType<typeof useOwnPage>;
}

function Again({ words, forget, own }: AgainProps) {
  return (
    <div className="px-5">
      <Big
        look="quiet"
        onClick={() =>
          own.act(async () => {
            forget();
            return own.page && { ...own.page, stage: "begin" };
          })
        }
      >
        {words}
      </Big>
    </div>
  );
}
