import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ask, client, Problem } from "../../api/client";
import { Button } from "../../ui/parts";
import { day, exact } from "../../ui/time";

const SOON = 1_000;

interface Props {
  mayChange: boolean;
}

/** The key that seals are checked with, who gave it up when, and changing it. */
export function SealKeys({ mayChange }: Props) {
  const keys = useQuery({
    queryKey: ["seal-key"],
    queryFn: () => ask(client.GET("/api/record/key")),
    refetchInterval: (query) => (query.state.data?.changes.every((c) => c.sealed) === false ? SOON : false),
  });
  if (!keys.data) return keys.isError ? <p role="alert">{keys.error.message}</p> : null;
  const { key, changes } = keys.data;
  return (
    <div className="mt-1.5 grid gap-1.5">
      <p>
        The key that it is checked with: <code className="num break-all text-muted text-xs">{key}</code>
      </p>
      {changes.map((change) => (
        <p key={change.to} role={change.sealed ? undefined : "status"}>
          {change.sealed
            ? `In entry ${change.number}, on ${day(change.at)} at ${exact(change.at)}, a key was given up. It sealed that as its last.`
            : "A new key was made. The old one has still to seal that it is given up; that takes seconds."}
        </p>
      ))}
      {mayChange && <Change />}
    </div>
  );
}

function Change() {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const [trouble, setTrouble] = useState("");
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setTrouble("");
    try {
      await ask(client.POST("/api/record/key", { body: { reason: reason.trim() } }));
      setOpen(false);
      setReason("");
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
    }
    await queries.invalidateQueries({ queryKey: ["seal-key"] });
  };
  if (!open)
    return (
      <Button quiet className="justify-self-start" onClick={() => setOpen(true)}>
        Change the key…
      </Button>
    );
  return (
    <form onSubmit={submit} className="grid gap-1.5 text-[13px]">
      <p>
        The present key seals that it is given up, and nothing after it. Publish the new key, and back up its
        file.
      </p>
      <label className="grid gap-1">
        <span>Why the key is to be changed</span>
        <textarea
          // biome-ignore lint/a11y/noAutofocus: the form was opened to type in it
          autoFocus
          className="field"
          rows={2}
          maxLength={400}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </label>
      {trouble && (
        <p role="alert" className="font-semibold text-stop">
          {trouble}
        </p>
      )}
      <div className="flex gap-1.5">
        <Button type="submit" disabled={reason.trim() === ""}>
          Change it
        </Button>
        <Button quiet onClick={() => setOpen(false)}>
          Not now
        </Button>
      </div>
    </form>
  );
}
