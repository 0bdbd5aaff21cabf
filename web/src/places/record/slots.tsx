import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type Found } from "../../api/client";
import { useSettled } from "../../ui/settled";
import { LOOK } from "../../ui/slot";

/** The slot for a ticket, by the number that people know; empty for all. */
export function TicketSlot({
  value,
  choose,
}: {
  value: number | undefined;
  choose: (ticket: number | undefined) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const shown = text ?? (value ? `T-${value}` : "");
  const settle = () => {
    const number = Number(shown.replace(/\D/g, ""));
    if (text !== null) choose(number > 0 ? number : undefined);
    setText(null);
  };
  return (
    <input
      aria-label="On ticket"
      className={`${LOOK} num w-28`}
      placeholder="any ticket"
      value={shown}
      onChange={(event) => setText(event.target.value)}
      onBlur={settle}
      onKeyDown={(event) => event.key === "Enter" && settle()}
    />
  );
}

/** The slot for a person: opened, it finds them as they are typed. */
export function WhoSlot({
  value,
  choose,
}: {
  value: Found | undefined;
  choose: (person: Found | undefined) => void;
}) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const asked = useSettled(text.trim());
  const found = useQuery({
    queryKey: ["find", asked],
    queryFn: ({ signal }) => ask(client.GET("/api/people", { params: { query: { find: asked } }, signal })),
    enabled: open && asked.length > 1,
  });
  const pick = (person: Found | undefined) => {
    choose(person);
    setOpen(false);
    setText("");
  };
  if (!open) {
    return (
      <button type="button" className={LOOK} onClick={() => setOpen(true)}>
        {value?.name ?? "anybody"}
      </button>
    );
  }
  return (
    <span className="relative">
      <input
        // biome-ignore lint/a11y/noAutofocus: the slot was opened to type in it
        autoFocus
        aria-label="About whom"
        className={LOOK}
        placeholder="name, account or number"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => event.key === "Escape" && setOpen(false)}
      />
      <span className="absolute top-full left-0 z-10 grid w-80 rounded border border-rule bg-lit font-sans text-sm">
        <button type="button" className="px-3 py-1.5 text-left" onClick={() => pick(undefined)}>
          anybody
        </button>
        {found.data?.map((person) => (
          <button
            key={person.id}
            type="button"
            className="px-3 py-1.5 text-left"
            onClick={() => pick(person)}
          >
            <b>{person.name}</b> <span className="num text-muted">{person.account}</span>
          </button>
        ))}
      </span>
    </span>
  );
}
