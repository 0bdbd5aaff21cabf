import type { Read, Sealing } from "../../api/client";

/** What stands above a run of rows: the seal that first closed its newest row, or that none did yet. */
export interface Head {
  seal: Sealing | undefined;
  entries: number;
}

const GAP_MS = 10 * 60_000;

/**
 * The rules between rows, newest first, by the id of the row under them: one for each run of rows made
 * close together, not one for each seal.
 */
export function heads(rows: Read[], seals: Sealing[]): Map<string, Head> {
  const bySize = new Map(seals.map((seal) => [seal.size, seal]));
  const found = new Map<string, Head>();
  let head: Head | undefined;
  rows.forEach(({ entry }, i) => {
    const above = rows[i - 1]?.entry;
    const seal = entry.sealedUnder === undefined ? undefined : bySize.get(entry.sealedUnder);
    const begins =
      !above ||
      (head?.seal === undefined) !== (seal === undefined) ||
      Date.parse(above.at) - Date.parse(entry.at) > GAP_MS;
    if (begins) {
      head = { seal, entries: 0 };
      found.set(entry.id, head);
    }
    if (head) head.entries++;
  });
  return found;
}
