import { type FormEvent, type ReactNode, useState } from "react";
import { ask, client, type FactorFileCame, Problem } from "../../api/client";
import { Button } from "../../ui/parts";

type Kind = "authenticators" | "devices";
const LINES: Record<Kind, string> = {
  authenticators: "an account, a comma, the key in base 32",
  devices: "an account, the device’s id, the public half of its key in base64url, with commas between",
};

const bringIn = (kind: Kind, text: string) =>
  ask(
    kind === "devices"
      ? client.POST("/api/handed-out/devices", { body: { text } })
      : client.POST("/api/handed-out/authenticators", { body: { text } }),
  );

/** What was handed out comes in by a file; each line that is wrong is named. */
export function HandedOutPage({ what, kind }: { what: ReactNode; kind: Kind }) {
  const [text, setText] = useState("");
  const [came, setCame] = useState<FactorFileCame>();
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const send = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setTrouble("");
    setCame(undefined);
    try {
      const told = await bringIn(kind, text);
      setCame(told);
      // What was wrong stays, to be mended; the keys that were taken do not stay on the screen.
      const wrong = new Set(told.wrong.map((one) => one.row));
      setText(
        text
          .split(/\r\n|\r|\n/)
          .filter((_, i) => wrong.has(i + 1))
          .join("\n"),
      );
    } catch (failed) {
      setTrouble(failed instanceof Problem ? failed.message : "That did not work. Try again.");
    } finally {
      setBusy(false);
    }
  };
  return (
    <main className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <h1 className="flex flex-wrap items-center gap-2.5 border-rule border-b px-5 py-3.5 font-medium font-serif text-lg">
        Set up {what}
      </h1>
      <div className="min-h-0 overflow-y-auto px-5 py-4">
        {trouble && (
          <p role="alert" className="mb-3 max-w-3xl font-semibold text-stop">
            {trouble}
          </p>
        )}
        {came && (
          <section aria-label="What came of it" className="mb-4 max-w-3xl">
            <p role="status" className={`font-semibold ${came.added ? "text-good" : "text-wait"}`}>
              {came.added === 1 ? "1 came in." : `${came.added} came in.`}
              {came.wrong.length > 0 && " What is wrong with the others, by the line that it had:"}
            </p>
            <ul className="mt-1 border-rule border-t">
              {came.wrong.map((one) => (
                <li key={one.row} className="grid grid-cols-[48px_1fr] border-hair border-b py-1">
                  <span className="num text-muted">{one.row}</span>
                  {one.words}
                </li>
              ))}
            </ul>
          </section>
        )}
        <form onSubmit={send} className="grid max-w-3xl gap-3" autoComplete="off">
          <p className="max-w-2xl text-muted">
            A line for each: {LINES[kind]}. What comes in is new for a while, as whatever people set up
            themselves, and each of them is told. Whoever has an authenticator keeps it.
          </p>
          <label className="grid gap-1 text-muted text-xs">
            Take a file
            <input
              type="file"
              className="text-ink file:mr-2.5 file:min-h-7 file:rounded file:border file:border-rule file:bg-transparent file:px-2.5 file:font-semibold file:text-[13px] file:text-ink"
              accept=".csv,.txt,text/csv,text/plain"
              onChange={async (event) => setText((await event.target.files?.[0]?.text()) ?? "")}
            />
          </label>
          <label className="grid gap-1 text-muted text-xs">
            Or paste it
            <textarea
              rows={10}
              spellCheck={false}
              className="field num p-2 text-xs"
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          </label>
          <p>
            <Button type="submit" disabled={busy || text.trim() === ""}>
              Bring them in
            </Button>
          </p>
        </form>
      </div>
    </main>
  );
}
