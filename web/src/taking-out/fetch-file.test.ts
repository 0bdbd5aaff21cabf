import { afterEach, describe, expect, it, vi } from "vitest";
import { fetchFile, fileName, type Progress } from "./fetch-file";

const answer = (chunks: string[], init?: ResponseInit) =>
  new Response(
    new ReadableStream<Uint8Array>({
      start(stream) {
        for (const chunk of chunks) stream.enqueue(new TextEncoder().encode(chunk));
        stream.close();
      },
    }),
    init,
  );

describe("a file of entries", () => {
  afterEach(() => vi.unstubAllGlobals());

  const saved: string[] = [];
  const watchSaving = () => {
    saved.length = 0;
    URL.createObjectURL = () => "blob:x";
    URL.revokeObjectURL = () => {};
    vi.spyOn(HTMLAnchorElement.prototype, "click").mockImplementation(function (this: HTMLAnchorElement) {
      saved.push(this.download);
    });
  };

  it("tells how far it is and is saved under its name", async () => {
    watchSaving();
    vi.stubGlobal("fetch", () =>
      Promise.resolve(
        answer(["one\ntwo\n", "three\n", "seal\n"], {
          headers: {
            "X-Earnest-Entries": "3",
            "Content-Disposition": 'attachment; filename="record-0-3.jsonl"',
          },
        }),
      ),
    );
    const told: Progress[] = [];
    await fetchFile("/x", new AbortController().signal, (p) => told.push(p));
    expect(told.map((p) => p.done)).toEqual([2, 3, 3]);
    expect(saved).toEqual(["record-0-3.jsonl"]);
  });

  it("comes whole although the browser takes it over piece by piece", async () => {
    watchSaving();
    const pieces: number[] = [];
    let whole: Blob | undefined;
    const RealBlob = Blob;
    vi.stubGlobal(
      "Blob",
      class extends RealBlob {
        constructor(parts: BlobPart[]) {
          super(parts);
          pieces.push(this.size);
        }
      },
    );
    URL.createObjectURL = (blob) => {
      whole = blob as Blob;
      return "blob:x";
    };
    const chunk = "x".repeat(3 << 20);
    vi.stubGlobal("fetch", () => Promise.resolve(answer([chunk, chunk, chunk, chunk, "end\n"])));
    await fetchFile("/x", new AbortController().signal, () => {});
    expect(pieces).toEqual([9 << 20, (12 << 20) + 4]);
    expect(whole?.size).toBe((12 << 20) + 4);
  });

  it("says the server's words when it is refused, and saves nothing", async () => {
    watchSaving();
    vi.stubGlobal("fetch", () =>
      Promise.resolve(answer(['{"detail":"You may not export the record."}'], { status: 403 })),
    );
    await expect(fetchFile("/x", new AbortController().signal, () => {})).rejects.toThrow(
      "You may not export the record.",
    );
    expect(saved).toEqual([]);
  });

  it("has a name in any case", () => {
    expect(fileName("attachment; filename=receipt-T-7.json")).toBe("receipt-T-7.json");
    expect(fileName("")).toBe("record");
  });
});
