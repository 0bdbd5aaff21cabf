import { useState } from "react";
import { Button } from "../ui/parts";
import { fetchFile, type Progress } from "./fetch-file";

interface Props {
  words: string;
  path: string;
  quiet?: boolean;
}

/** Takes a file out of the record: how far it is while it comes, and the means to stop. */
export function TakeOut({ words, path, quiet = false }: Props) {
  const [progress, setProgress] = useState<Progress | null>(null);
  const [stop, setStop] = useState<AbortController | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const begin = async () => {
    const abort = new AbortController();
    setStop(abort);
    setTrouble(null);
    try {
      await fetchFile(path, abort.signal, setProgress);
    } catch (error) {
      if (!abort.signal.aborted) setTrouble((error as Error).message);
    } finally {
      setStop(null);
      setProgress(null);
    }
  };
  return (
    <span className="inline-flex flex-wrap items-center gap-2">
      {stop ? (
        <>
          <span role="status" className="num text-muted text-xs">
            {progress
              ? `${progress.done.toLocaleString("en-GB")} of ${progress.all.toLocaleString("en-GB")} entries`
              : "Beginning."}
          </span>
          <Button quiet onClick={() => stop.abort()}>
            Stop
          </Button>
        </>
      ) : (
        <Button quiet={quiet} onClick={() => void begin()}>
          {words}
        </Button>
      )}
      {trouble && (
        <span role="alert" className="text-stop text-xs">
          {trouble}
        </span>
      )}
    </span>
  );
}
