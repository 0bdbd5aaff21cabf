import { useState } from "react";
import { Button } from "./parts";

interface Props {
  /** Asked by whoever looks, who cannot agree to it. */
  mine: boolean;
  /** Who must agree, in words. */
  awaited: string;
  /** What cannot be undone asks once more, in these words. */
  forGood?: string;
  answer: (agreed: boolean) => void;
}

/** The answer of a second person to what somebody asked for; who asked can take it back. */
export function SecondAnswer({ mine, awaited, forGood, answer }: Props) {
  const [sure, setSure] = useState(false);
  if (mine)
    return (
      <div className="mt-2 flex flex-wrap gap-1.5">
        <span className="self-center text-wait">{awaited}</span>
        <Button quiet onClick={() => answer(false)}>
          Take it back
        </Button>
      </div>
    );
  if (sure)
    return (
      <div className="mt-2 flex flex-wrap gap-1.5">
        <Button onClick={() => answer(true)}>{forGood}</Button>
        <Button quiet onClick={() => setSure(false)}>
          Not yet
        </Button>
      </div>
    );
  return (
    <div className="mt-2 flex flex-wrap gap-1.5">
      <Button onClick={() => (forGood ? setSure(true) : answer(true))}>Agree</Button>
      <Button quiet onClick={() => answer(false)}>
        Do not agree
      </Button>
    </div>
  );
}
