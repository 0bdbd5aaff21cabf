import type { ReactNode } from "react";
import { KeyLayer } from "../../keys/use-keys";
import { ColumnHead } from "../../ui/parts";

interface Props {
  title: string;
  note?: ReactNode;
  lit: boolean;
  light: () => void;
  gate?: boolean;
  open?: boolean;
  children: ReactNode;
}

/** One column of the page; whoever works in it lights it. */
export function ColumnOf({ title, note, lit, light, gate = false, open = false, children }: Props) {
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the arrow keys light columns too
    <section
      aria-label={title}
      className={`column ${gate ? "gate" : ""}`}
      data-column={title.toLowerCase()}
      data-lit={lit}
      data-open={open}
      onClick={lit ? undefined : light}
      onFocus={lit ? undefined : light}
    >
      <ColumnHead title={title} note={note} />
      <KeyLayer active={lit}>{children}</KeyLayer>
    </section>
  );
}
