/** How many entries have come of how many. */
export interface Progress {
  done: number;
  all: number;
}

const LINE_FEED = 10;
/** Bytes that are held until the browser takes them over; it can put what it has on the disk. */
const HELD = 8 << 20;

/**
 * Fetches a file of entries and saves it under the name that the server gives it. Says how far it is, by
 * lines, as it comes; a signal stops it, and then nothing is saved.
 */
export async function fetchFile(
  path: string,
  signal: AbortSignal,
  progress: (progress: Progress) => void,
): Promise<void> {
  const response = await fetch(path, { signal });
  if (!response.ok || !response.body) {
    const problem = (await response.json().catch(() => ({}))) as { detail?: string };
    throw new Error(problem.detail ?? "Earnest did not give the file. Try again.");
  }
  const all = Number(response.headers.get("X-Earnest-Entries") ?? 0);
  const taken: Blob[] = [];
  let parts: Uint8Array<ArrayBuffer>[] = [];
  let held = 0;
  let done = 0;
  const reader = response.body.getReader();
  for (;;) {
    const { done: over, value } = await reader.read();
    if (over) break;
    parts.push(value);
    held += value.length;
    if (held >= HELD) {
      taken.push(new Blob(parts));
      parts = [];
      held = 0;
    }
    for (const byte of value) if (byte === LINE_FEED) done++;
    progress({ done: Math.min(done, all), all });
  }
  save(new Blob([...taken, ...parts]), fileName(response.headers.get("Content-Disposition") ?? ""));
}

export function fileName(disposition: string): string {
  return disposition.match(/filename="?([^";]+)"?/)?.[1] ?? "record";
}

function save(blob: Blob, name: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  // Some browsers begin to read it only later.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
