import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type Demo } from "../api/client";
import { Button } from "../ui/parts";
import { Credentials } from "./credentials";
import { Scenes } from "./scenes";

/** Signing in; while the demo runs, how to play stands beside it. */
export function SignIn() {
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const demo = useQuery({ queryKey: ["demo"], queryFn: () => ask(client.GET("/api/demo")) });
  return (
    <main className="mx-auto grid max-w-4xl gap-10 px-6 py-14 md:grid-cols-[20rem_1fr]">
      <section>
        <h1 className="mb-1 font-bold font-serif text-4xl text-seal tracking-tight">Earnest</h1>
        <p className="mb-6 text-muted">Prove who is calling, then help them, and have it on the record.</p>
        <Credentials
          login={login}
          password={password}
          setLogin={setLogin}
          setPassword={setPassword}
          pocket={demo.data?.play?.signIns.find((one) => one.login === login)?.pocket}
        />
      </section>
      {demo.data?.play && (
        <Play
          play={demo.data.play}
          choose={(name, secret) => {
            setLogin(name);
            setPassword(secret);
          }}
        />
      )}
    </main>
  );
}

function Play({
  play,
  choose,
}: {
  play: NonNullable<Demo["play"]>;
  choose: (name: string, password: string) => void;
}) {
  return (
    <section className="border-margin border-l-2 bg-sheet p-5">
      <h2 className="mb-2 font-semibold font-serif text-xl">This is the demo: Brackwater Ferries</h2>
      <p className="mb-3 text-muted">
        Everybody in it is made up. You play both sides of a call, in two windows.
      </p>
      <ol className="mb-4 grid list-decimal gap-2.5 pl-5">
        <li>
          Sign in here. One click fills the form in; the six digits that are asked then are in their pocket:
          <span className="mt-1.5 flex flex-wrap gap-2">
            {play.signIns.map((s) => (
              <Button key={s.login} quiet onClick={() => choose(s.login, play.password)}>
                <span className="num">{s.login}</span> <span className="font-normal text-muted">{s.who}</span>
              </Button>
            ))}
          </span>
        </li>
        <li>
          In a second window open the{" "}
          <a className="text-seal underline" href={play.switchboard} target="_blank" rel="noreferrer">
            switchboard
          </a>{" "}
          and ring the desk as Ines Okafor, a locked-out deck officer.
        </li>
        <li>
          In a third,{" "}
          <a className="text-seal underline" href={play.pocket} target="_blank" rel="noreferrer">
            her pocket
          </a>
          : her phone, with texts, authenticator and calls, and the laptop at which she signs in.
        </li>
        <li>
          Answer the call here, say who she says she is, call her back, ask for her authenticator's code.
        </li>
        <li>
          Unlock her account, give her a temporary password, read it aloud, and see on the record what you
          did.
        </li>
        <li>Then let the impostor ring, who shows her number, and try to get as far.</li>
      </ol>
      <Scenes switchboard={play.switchboard} />
      <p className="text-muted">
        The password of each: <span className="num text-ink">{play.password}</span>
      </p>
    </section>
  );
}
