import type { Page, System } from "../../../api/client";
import { useKeys } from "../../../keys/use-keys";
import { Button, Margin } from "../../../ui/parts";
import { changeTogether } from "../acts";
import { useNotices } from "../notices";
import { runs } from "./outcome";

interface Props {
  page: Page;
  ticked: System[];
  /** They are under way, or it was said why not. */
  done: () => void;
}

const DEEDS = [
  { action: "unlock", key: "U", words: (many: string) => `Unlock ${many} accounts`, note: "" },
  {
    action: "temporary-password",
    key: "T",
    words: (many: string) => `A temporary password for ${many} accounts`,
    note: "Each another one; they are handed over one after the other.",
  },
];

/** One act for all accounts that are ticked: each is judged, done and refused by itself. */
export function Together({ page, ticked, done }: Props) {
  return (
    <section aria-label="Together" className="mb-2 rounded border border-seal bg-sheet px-2.5 py-1.5">
      {DEEDS.map((deed) => (
        <Deed key={deed.action} page={page} ticked={ticked} done={done} deed={deed} />
      ))}
    </section>
  );
}

/** Which of the ticked accounts this may be done to now. */
function open(page: Page, ticked: System[], action: string): System[] {
  return ticked.filter((system) => {
    const can = system.actions.find((one) => one.action === action);
    const judgement = page.proof.judgements.find((j) => j.action === action && j.system === system.id);
    return can && !can.closed && judgement?.verdict === "open" && !runs(page, system);
  });
}

function Deed({ page, ticked, done, deed }: Props & { deed: (typeof DEEDS)[number] }) {
  const notices = useNotices();
  const may = page.ticket.mine ? open(page, ticked, deed.action) : [];
  const many = may.length === ticked.length ? `${may.length}` : `${may.length} of ${ticked.length}`;
  const go = async () => {
    if (may.length === 0) return;
    const systems = may.map((one) => one.id);
    let refused: string[] = [];
    const decided = await notices.during(async () => {
      const answer = await changeTogether(page.ticket.id, {
        systems,
        action: deed.action,
        version: page.ticket.version,
      });
      refused = answer.flatMap((one) =>
        one.words ? [`${ticked.find((system) => system.id === one.system)?.name}: ${one.words}`] : [],
      );
    });
    if (refused.length > 0) notices.say(refused.join(" "));
    if (decided) done();
  };
  useKeys(
    may.length > 0 ? [{ key: deed.key.toLowerCase(), words: deed.words(many), run: () => void go() }] : [],
  );
  return (
    <div className="flex items-center justify-between gap-2 py-1">
      <span className={may.length > 0 ? "" : "text-muted"}>
        {deed.words(many)}
        {deed.note && may.length > 0 && <small className="block text-muted text-xs">{deed.note}</small>}
      </span>
      {may.length > 0 ? (
        <Button hotkey={deed.key} onClick={() => void go()}>
          {deed.action === "unlock" ? "Unlock" : "Give"}
        </Button>
      ) : (
        <Margin tone="plain">not now</Margin>
      )}
    </div>
  );
}
