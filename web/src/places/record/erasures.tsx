import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ask, client, type Erasure, type Found, Problem } from "../../api/client";
import { Button } from "../../ui/parts";
import { SecondAnswer } from "../../ui/second-answer";

interface Props {
  /** Whom the sentence asks about. */
  person: Found | undefined;
}

/** Erasing what names a person: one asks and says why, another agrees, and then it is gone for good. */
export function Erasures({ person }: Props) {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const waiting = useQuery({
    queryKey: ["erasures"],
    queryFn: () => ask(client.GET("/api/record/erasures")),
  });
  const during = async (deed: () => Promise<unknown>) => {
    setTrouble("");
    try {
      await deed();
      await queries.invalidateQueries({ queryKey: ["erasures"] });
      await queries.invalidateQueries({ queryKey: ["record"] });
      return true;
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
      return false;
    }
  };
  return (
    <section aria-label="Erasing" className="mt-6 border-hair border-t pt-3 text-[13px]">
      <h2 className="mb-1.5 font-semibold font-serif text-base">Erasing what names a person</h2>
      <p className="mb-2 text-muted">
        Names, numbers and free text go for good; that each entry was made stays, and can still be proved. It
        takes two.
      </p>
      {trouble && (
        <p role="alert" className="mb-2 font-semibold text-stop">
          {trouble}
        </p>
      )}
      {waiting.isError && <p role="alert">{waiting.error.message}</p>}
      {waiting.data?.map((one) => (
        <Waiting key={one.id} one={one} during={during} />
      ))}
      {person ? (
        <Asking key={person.id} person={person} during={during} />
      ) : (
        <p className="text-muted">To ask for it, name the person in the sentence above.</p>
      )}
    </section>
  );
}

type During = (deed: () => Promise<unknown>) => Promise<boolean>;

function Waiting({ one, during }: { one: Erasure; during: During }) {
  const answer = (agreed: boolean) =>
    void during(() =>
      ask(
        client.POST("/api/record/erasures/{erasure}/answer", {
          params: { path: { erasure: one.id } },
          body: { agreed },
        }),
      ),
    );
  return (
    <div className="mb-2.5 rounded border border-rule p-2.5">
      <p>
        <b>{one.askedBy}</b> asks to erase {one.values.toLocaleString("en-GB")} values that name{" "}
        <b>{one.name ?? "somebody whom the directory knows no more"}</b>: “{one.reason}”
      </p>
      <SecondAnswer
        mine={one.mine}
        awaited="Somebody else must agree."
        forGood="Erase for good"
        answer={answer}
      />
    </div>
  );
}

function Asking({ person, during }: { person: Found; during: During }) {
  const [reason, setReason] = useState("");
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (
      await during(() =>
        ask(client.POST("/api/record/erasures", { body: { person: person.id, reason: reason.trim() } })),
      )
    )
      setReason("");
  };
  return (
    <form onSubmit={submit} className="grid gap-1.5">
      <label className="grid gap-1">
        <span>
          Why what names <b>{person.name}</b> is to go
        </span>
        <textarea
          className="field"
          rows={2}
          maxLength={400}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </label>
      <Button type="submit" quiet disabled={reason.trim() === ""} className="justify-self-start">
        Ask for it
      </Button>
    </form>
  );
}
