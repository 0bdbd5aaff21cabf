import { Popover } from "radix-ui";
import { useId, useState } from "react";
import { DayPicker } from "react-day-picker";
import { dayOf, morning, shownDay, typedDay } from "./days";
import { LOOK } from "./slot";
import "./day-slot.css";

interface DaySlotProps {
  label: string;
  value: string | undefined;
  /** What the sentence says while no day is named. */
  none: string;
  choose: (day: string | undefined) => void;
}

/** A slot for a day: opened, it is typed or picked. */
export function DaySlot({ label, value, none, choose }: DaySlotProps) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState(false);
  const why = useId();
  const settle = (day: string | undefined) => {
    choose(day);
    setOpen(false);
  };
  const opened = (now: boolean) => {
    setOpen(now);
    setText("");
    setWrong(false);
  };
  const enter = () => {
    const day = typedDay(text);
    if (text.trim() === "" || text.trim().toLowerCase() === none) settle(undefined);
    else if (day) settle(day);
    else setWrong(true);
  };
  return (
    <Popover.Root open={open} onOpenChange={opened}>
      <Popover.Trigger className={LOOK} aria-label={`${label}: ${value ? shownDay(value) : none}`}>
        {value ? shownDay(value) : none}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          aria-label={label}
          className="z-10 grid gap-2 rounded border border-rule bg-lit p-3 font-sans text-sm"
        >
          <input
            aria-label={`${label}, typed`}
            aria-invalid={wrong}
            aria-describedby={wrong ? why : undefined}
            className="field num"
            placeholder={value ? shownDay(value) : `such as ${shownDay(dayOf(new Date()))}`}
            value={text}
            onChange={(event) => {
              setText(event.target.value);
              setWrong(false);
            }}
            onKeyDown={(event) => event.key === "Enter" && enter()}
          />
          {wrong && (
            <p id={why} role="alert" className="text-stop">
              No such day. Type it as {shownDay("2026-11-01")}, or pick it.
            </p>
          )}
          <DayPicker
            mode="single"
            weekStartsOn={1}
            defaultMonth={value ? morning(value) : new Date()}
            selected={value ? morning(value) : undefined}
            onSelect={(date) => settle(date && dayOf(date))}
          />
          <button type="button" className="min-h-7 text-left font-semibold" onClick={() => settle(undefined)}>
            {none}
          </button>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
