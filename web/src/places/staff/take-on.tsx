import { type FormEvent, useState } from "react";
import { ask, client } from "../../api/client";
import { Button } from "../../ui/parts";
import { Roles } from "./roles";
import type { During } from "./use-deed";

interface Props {
  alone: boolean;
  during: During;
}

/** Taking somebody on: a name, one to sign in with, and what they do here. */
export function TakeOn({ alone, during }: Props) {
  const [name, setName] = useState("");
  const [login, setLogin] = useState("");
  const [account, setAccount] = useState("");
  const [roles, setRoles] = useState<string[]>(["analyst"]);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const body = {
      name: name.trim(),
      login: login.trim(),
      roles,
      ...(account.trim() && { ownAccount: account.trim() }),
    };
    if (await during(() => ask(client.POST("/api/staff/invites", { body })))) {
      setName("");
      setLogin("");
      setAccount("");
      setRoles(["analyst"]);
    }
  };
  return (
    <section aria-label="Take somebody on">
      <h2 className="mb-1.5 font-semibold font-serif text-base">Take somebody on</h2>
      <form onSubmit={submit} className="grid gap-2">
        <label className="grid gap-1">
          Full name
          <input className="field" maxLength={120} value={name} onChange={(e) => setName(e.target.value)} />
        </label>
        <label className="grid gap-1">
          Name to sign in with
          <input
            className="field num"
            maxLength={64}
            autoCapitalize="none"
            value={login}
            onChange={(e) => setLogin(e.target.value.toLowerCase())}
          />
        </label>
        <label className="grid gap-1">
          Their own account in the directory, if they have one
          <input
            className="field num"
            maxLength={64}
            autoCapitalize="none"
            value={account}
            onChange={(e) => setAccount(e.target.value)}
          />
          <small className="text-muted text-xs">Nobody helps themselves: they cannot act on it.</small>
        </label>
        <Roles chosen={roles} choose={setRoles} />
        <Button
          type="submit"
          disabled={!name.trim() || !/^[a-z0-9.-]{2,64}$/.test(login.trim()) || roles.length === 0}
          className="justify-self-start"
        >
          {alone ? "Take them on" : "Ask for it"}
        </Button>
      </form>
      <p className="mt-3 text-muted">
        To change what somebody does here, or to end their work, choose them on the left.
      </p>
    </section>
  );
}
