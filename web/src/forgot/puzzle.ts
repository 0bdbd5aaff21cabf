import { sha256 } from "@noble/hashes/sha2.js";

const AT_A_TIME = 512;
const SLICE_MS = 12;

const zeroBits = (hash: Uint8Array) => {
  let zeros = 0;
  for (const byte of hash) {
    zeros += Math.clz32(byte) - 24;
    if (byte !== 0) break;
  }
  return zeros;
};

/** Lets the page draw and listen between two slices of work. */
const pause = () => new Promise((then) => setTimeout(then));

/**
 * The sum that keeps robots out: the first whole number for which SHA-256 of the puzzle, a full stop and the number
 * begins with so many zero bits. It leaves the page free to answer while it works.
 */
export async function solve(puzzle: string, bits: number, given?: AbortSignal): Promise<string> {
  const text = new TextEncoder();
  const before = sha256.create().update(text.encode(`${puzzle}.`));
  let until = performance.now() + SLICE_MS;
  for (let n = 0; ; n++) {
    if (
      zeroBits(
        before
          .clone()
          .update(text.encode(String(n)))
          .digest(),
      ) >= bits
    )
      return String(n);
    if (n % AT_A_TIME === 0 && performance.now() > until) {
      given?.throwIfAborted();
      await pause();
      until = performance.now() + SLICE_MS;
    }
  }
}
