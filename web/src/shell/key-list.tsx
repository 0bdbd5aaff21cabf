import { Dialog } from "radix-ui";
import { useState } from "react";
import { singleKeysOn, switchSingleKeys } from "../keys/keys";
import { useShortcutsInForce } from "../keys/use-keys";
import { Button, Key } from "../ui/parts";

interface Props {
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

/** All keys that act now, and the switch for those who need single keys off (WCAG 2.1.4). */
export function KeyList({ open, onOpenChange }: Props) {
  const shortcuts = useShortcutsInForce();
  const [on, setOn] = useState(singleKeysOn());
  const change = () => {
    switchSingleKeys(!on);
    setOn(!on);
  };
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-24 left-1/2 max-h-[75vh] w-[26rem] max-w-[92vw] -translate-x-1/2 overflow-y-auto rounded border border-rule bg-lit p-4"
        >
          <Dialog.Title className="mb-2 font-semibold font-serif text-lg">Keys that act now</Dialog.Title>
          <dl className="grid grid-cols-[3.5rem_1fr] gap-y-1.5">
            {shortcuts.map((s) => (
              <div key={`${s.key} ${s.words}`} className="contents">
                <dt>
                  <Key>{s.key === " " ? "space" : s.key.toUpperCase()}</Key>
                </dt>
                <dd>{s.words}</dd>
              </div>
            ))}
          </dl>
          <label className="mt-4 flex items-center gap-2">
            <input type="checkbox" className="size-5" checked={on} onChange={change} />
            Single keys act outside of fields
          </label>
          <Dialog.Close asChild>
            <Button quiet className="mt-3">
              Back to the page
            </Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
