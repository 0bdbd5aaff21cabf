import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { follow, showing } from "./live";

/** A stream that the test speaks through. */
class Stream {
  static readonly OPEN = 1;
  static readonly CLOSED = 2;
  static opened: Stream[] = [];
  readyState = 1;
  onmessage?: (event: { data: string }) => void;
  onerror?: () => void;
  readonly url: string;
  constructor(url: string) {
    this.url = url;
    Stream.opened.push(this);
  }
  tell(what: object) {
    this.onmessage?.({ data: JSON.stringify(what) });
  }
  breakOff() {
    this.readyState = Stream.CLOSED;
    this.onerror?.();
  }
  close() {
    this.readyState = Stream.CLOSED;
  }
}

/** A page whose answers the test gives one by one. */
function slowPage(queries: QueryClient) {
  const asked: Array<(answer: string) => void> = [];
  const observer = new QueryObserver(queries, {
    queryKey: ["page", "t"],
    queryFn: () => new Promise<string>((resolve) => asked.push(resolve)),
    staleTime: 60_000,
  });
  const end = observer.subscribe(() => {});
  return { asked, seen: () => observer.getCurrentResult().data, end };
}

const settle = () => vi.advanceTimersByTimeAsync(1);

describe("live pages", () => {
  let queries: QueryClient;
  let end: () => void;
  let connected: boolean | undefined;

  beforeEach(() => {
    vi.useFakeTimers();
    Stream.opened = [];
    vi.stubGlobal("EventSource", Stream);
    queries = new QueryClient();
    connected = undefined;
    end = follow(queries, (yes) => {
      connected = yes;
    });
  });

  afterEach(() => {
    end();
    queries.clear();
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });

  const stream = () => Stream.opened[Stream.opened.length - 1] as Stream;

  it("asks again for what was recorded while the first answer was on its way", async () => {
    const page = slowPage(queries);
    await settle();
    stream().tell({ kind: "call-rang", ticket: "t" });
    await settle();
    page.asked[0]?.("nobody rings");
    await settle();
    page.asked[1]?.("somebody rings");
    await settle();
    expect(page.seen()).toBe("somebody rings");
    page.end();
  });

  it("asks once more, not once an event, when much is told at once", async () => {
    const page = slowPage(queries);
    await settle();
    for (let i = 0; i < 50; i++) stream().tell({ kind: "line-added", ticket: "t" });
    await settle();
    page.asked[0]?.("before");
    await settle();
    page.asked[1]?.("after");
    await settle();
    expect(page.asked).toHaveLength(2);
    expect(page.seen()).toBe("after");
    page.end();
  });

  it("asks again after an answer that failed", async () => {
    const fetch = vi.fn().mockRejectedValueOnce(new Error("away")).mockResolvedValue("here");
    const observer = new QueryObserver(queries, { queryKey: ["page", "t"], queryFn: fetch, retry: false });
    const stop = observer.subscribe(() => {});
    stream().tell({ kind: "call-rang", ticket: "t" });
    await settle();
    await settle();
    expect(observer.getCurrentResult().data).toBe("here");
    stop();
  });

  it("shows the edge as it is told, and lets an older answer go", async () => {
    let answer: ((edge: string) => void) | undefined;
    const fetch = vi.fn(() => new Promise<string>((resolve) => (answer = resolve)));
    const observer = new QueryObserver(queries, {
      queryKey: ["edge"],
      queryFn: fetch,
      staleTime: 60_000,
      meta: { shown: true },
    });
    const stop = observer.subscribe(() => {});
    await settle();
    stream().tell({ open: true });
    stream().tell({ kind: "call-rang", ticket: "t" });
    stream().tell({ edge: "somebody rings" });
    await settle();
    answer?.("nobody rings");
    await settle();
    expect(observer.getCurrentResult().data).toBe("somebody rings");
    stream().tell({ edge: "nobody rings any more" });
    await settle();
    expect(observer.getCurrentResult().data).toBe("nobody rings any more");
    expect(fetch).toHaveBeenCalledTimes(1);
    stop();
  });

  it("shows the ticket as it is told, and does not ask for it", async () => {
    const leave = showing("t");
    expect(Stream.opened.map((one) => one.url)).toEqual(["/api/live", "/api/live?ticket=t"]);
    expect(Stream.opened[0]?.readyState).toBe(Stream.CLOSED);
    const page = slowPage(queries);
    await settle();
    page.asked[0]?.("nobody is named");
    await settle();
    stream().tell({ kind: "person-claimed", ticket: "t" });
    stream().tell({ page: { ticket: { id: "t" }, who: "Ines" } });
    await settle();
    expect(page.seen()).toEqual({ ticket: { id: "t" }, who: "Ines" });
    expect(page.asked).toHaveLength(1);
    leave();
    page.end();
  });

  it("lets an answer go that was on its way when the ticket was told", async () => {
    const leave = showing("t");
    const page = slowPage(queries);
    await settle();
    stream().tell({ page: { ticket: { id: "t" }, who: "Ines" } });
    await settle();
    page.asked[0]?.("nobody is named");
    await settle();
    expect(page.seen()).toEqual({ ticket: { id: "t" }, who: "Ines" });
    leave();
    page.end();
  });

  it("asks only for the ticket when it turns to another, and for all when the stream had broken", async () => {
    const rest = vi.fn(async () => "rest");
    const observer = new QueryObserver(queries, { queryKey: ["me"], queryFn: rest, staleTime: 60_000 });
    const stop = observer.subscribe(() => {});
    const page = slowPage(queries);
    await settle();
    page.asked[0]?.("before");
    const leave = showing("t");
    stream().tell({ open: true });
    await settle();
    expect(page.asked).toHaveLength(2);
    page.asked[1]?.("now");
    await settle();
    expect(rest).toHaveBeenCalledTimes(1);
    stream().breakOff();
    leave();
    showing("another")();
    stream().tell({ open: true });
    await settle();
    expect(rest.mock.calls.length).toBeGreaterThan(1);
    stop();
    page.end();
  });

  it("asks the systems for accounts only when something may have changed there", async () => {
    const fetch = vi.fn(async () => "accounts");
    const observer = new QueryObserver(queries, {
      queryKey: ["accounts", "t"],
      queryFn: fetch,
      staleTime: 60_000,
    });
    const stop = observer.subscribe(() => {});
    await settle();
    for (const kind of ["check-begun", "check-passed", "line-held", "ticket-taken"])
      stream().tell({ kind, ticket: "t" });
    await settle();
    expect(fetch).toHaveBeenCalledTimes(1);
    stream().tell({ kind: "change-took-effect", ticket: "t" });
    await settle();
    expect(fetch).toHaveBeenCalledTimes(2);
    stream().tell({ kind: "person-claimed", ticket: "another" });
    await settle();
    expect(fetch).toHaveBeenCalledTimes(2);
    stop();
  });

  it("asks everything anew when the stream opens again, and says when it is away", async () => {
    const page = slowPage(queries);
    await settle();
    page.asked[0]?.("before");
    await settle();
    stream().tell({ open: true });
    expect(connected).toBe(true);
    expect(stream().url).toBe("/api/live");
    await settle();
    page.asked[1]?.("now");
    await settle();
    expect(page.seen()).toBe("now");
    stream().breakOff();
    expect(connected).toBe(false);
    await vi.advanceTimersByTimeAsync(2_100);
    expect(Stream.opened).toHaveLength(2);
    page.end();
  });

  it("stays closed when it was ended", async () => {
    end();
    stream().breakOff();
    await vi.advanceTimersByTimeAsync(5_000);
    expect(Stream.opened).toHaveLength(1);
  });

  it("does not read the record again by itself", async () => {
    const read = vi.fn(async () => "entries");
    const observer = new QueryObserver(queries, {
      queryKey: ["record", {}],
      queryFn: read,
      meta: { reading: true },
      staleTime: 60_000,
    });
    const stop = observer.subscribe(() => {});
    await settle();
    Stream.opened[0]?.tell({ open: true });
    await settle();
    expect(read).toHaveBeenCalledTimes(1);
    stop();
  });
});
