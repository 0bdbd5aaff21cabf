import { useEffect, useRef, useState } from "react";
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
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    if (open) dialog.current?.showModal();
  }, [open]);
  const change = () => {
    switchSingleKeys(!on);
    setOn(!on);
  };
  return (
    <dialog
      ref={dialog}
      aria-labelledby="keys-that-act"
      onClose={() => onOpenChange(false)}
      className="mx-auto mt-24 max-h-[75vh] w-[26rem] max-w-[92vw] overflow-y-auto rounded border border-rule bg-lit p-4 text-ink backdrop:bg-ink/30"
    >
      <h2 id="keys-that-act" className="mb-2 font-semibold font-serif text-lg">
        Keys that act now
      </h2>
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
      <Button quiet className="mt-3" onClick={() => dialog.current?.close()}>
        Back to the page
      </Button>
    </dialog>
  );
}
