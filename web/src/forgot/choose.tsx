import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useEffect, useRef, useState } from "react";
import { ask, client, type OwnPage } from "../api/client";
import { Big, Line, Phone, Trouble } from "./parts";
import { lacks, remembered, together } from "./rules";
import type { OwnPageInHand } from "./use-own-page";

const TYPING_MS = 250;

interface ChooseProps {
  page: OwnPage;
  name: string;
  own: OwnPageInHand;
}

/** A new password of one's own, its rules kept or not as one types. */
export function Choose({ page, name, own }: ChooseProps) {
  const [password, setPassword] = useState("");
  const [shown, setShown] = useState(false);
  const [left, setLeft] = useState<string[]>([]);
  const field = useRef<HTMLInputElement>(null);
  const systems = page.systems.filter((system) => !left.includes(system.id));
  const ids = systems.map((system) => system.id);
  const typed = useSettled(password);
  const looked = useQuery({
    // What is typed stays in this page's memory only as long as it is typed.
    queryKey: ["own-password", typed, ids],
    queryFn: async () =>
      await ask(client.POST("/api/own/password/try", { body: { password: typed, systems: ids } })),
    enabled: typed.length > 0 && ids.length > 0,
    placeholderData: (before) => before,
    gcTime: 0,
    retry: false,
  });
  const rules = together(looked.data ?? []);
  const settled = typed === password && !looked.isPlaceholderData && looked.data !== undefined;
  const open = settled && rules.every((rule) => rule.kept);
  const set = (event: FormEvent) => {
    event.preventDefault();
    if (!open) {
      field.current?.focus();
      return;
    }
    void own.act(
      async () => await ask(client.POST("/api/own/password", { body: { password, systems: ids } })),
    );
  };
  const followers = systems.flatMap((system) => system.followers);
  const refused = page.results.filter((result) => result.outcome === "not-set");
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title="Choose a new password"
      lead={`For ${list(systems.map((system) => system.name)) || "nothing yet"}.${
        followers.length > 0 ? ` ${list(followers)} take it from there.` : ""
      }`}
      foot="You may paste it, or let your phone keep it. Nobody at the desk will see it."
    >
      {refused.map((result) => (
        <Trouble key={result.name} words={`${result.name}: ${result.says}`} />
      ))}
      <form onSubmit={set}>
        {page.systems.length > 1 && (
          <fieldset className="mb-4 px-5">
            <legend className="mb-1 font-semibold">Where</legend>
            {page.systems.map((system) => (
              <label key={system.id} className="flex min-h-11 items-center gap-3">
                <input
                  type="checkbox"
                  className="size-5 accent-good"
                  checked={!left.includes(system.id)}
                  onChange={(e) =>
                    setLeft(e.target.checked ? left.filter((id) => id !== system.id) : [...left, system.id])
                  }
                />
                {system.name}
              </label>
            ))}
          </fieldset>
        )}
        {/* So that whatever keeps passwords knows whose it is. */}
        <input type="text" hidden readOnly autoComplete="username" value={name} />
        <div className="px-5">
          <label htmlFor="new-password" className="mb-1.5 block font-semibold">
            New password
          </label>
          <div className="relative">
            <input
              id="new-password"
              ref={field}
              className="field num min-h-14 pr-20 pl-3 text-lg"
              type={shown ? "text" : "password"}
              autoComplete="new-password"
              autoCapitalize="none"
              spellCheck={false}
              maxLength={200}
              value={password}
              onChange={(e) => setPassword(e.target.value)}
            />
            <button
              type="button"
              aria-pressed={shown}
              onClick={() => setShown(!shown)}
              className="absolute inset-y-0 right-0 min-w-16 px-3 font-semibold text-[15px] text-seal underline underline-offset-[3px]"
            >
              {shown ? "Hide" : "Show"}
            </button>
          </div>
        </div>
        <ul aria-live="polite" aria-label="Rules" className="mt-4 border-rule border-t">
          {password.length > 0 &&
            rules.map((rule) => (
              <Line
                key={rule.words}
                mark={rule.kept ? "good" : "stop"}
                state={rule.kept ? "kept" : "not kept"}
              >
                {rule.words}
              </Line>
            ))}
          {password.length > 0 && remembered(looked.data ?? []) > 0 && (
            <Line mark="later" state="seen when it is set">
              Not one of your last {remembered(looked.data ?? [])}
            </Line>
          )}
        </ul>
        <div className="pt-5">
          <Trouble words={own.trouble || (looked.error instanceof Error ? looked.error.message : "")} />
          <div className="px-5">
            <Big type="submit" look={open ? "go" : "closed"} disabled={own.busy} aria-disabled={!open}>
              {open
                ? "Set it"
                : ids.length === 0
                  ? "Set it: choose where"
                  : password.length === 0
                    ? "Set it: type one first"
                    : settled
                      ? `Set it: ${lacks(rules)}`
                      : "Set it: being looked at"}
            </Big>
          </div>
        </div>
      </form>
    </Phone>
  );
}

/** What was typed, once the typing rests. */
function useSettled(text: string) {
  const [settled, setSettled] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(text), TYPING_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return settled;
}

/** “A”, “A and B”, “A, B and C”. */
export const list = (names: string[]) =>
  names.length < 2 ? (names[0] ?? "") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;
