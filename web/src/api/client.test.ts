import { afterEach, expect, it, vi } from "vitest";
import { ask, client, Problem } from "./client";

afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const problem = async (answer: Promise<unknown>) => {
  try {
    await answer;
  } catch (thrown) {
    if (thrown instanceof Problem) return thrown;
  }
  throw new Error("no problem");
};

it("gives up on an answer that does not come", async () => {
  vi.spyOn(AbortSignal, "timeout").mockReturnValue(
    AbortSignal.abort(new DOMException("late", "TimeoutError")),
  );
  vi.stubGlobal("fetch", (_: Request, init: RequestInit) => {
    init.signal?.throwIfAborted();
    return new Promise(() => {});
  });
  expect((await problem(ask(client.GET("/api/desk")))).type).toBe("away");
});

it("sends the token of the page with what it does", async () => {
  // biome-ignore lint/suspicious/noDocumentCookie: the cookie as a browser keeps it
  document.cookie = "XSRF-TOKEN=a%2Btoken";
  const seen: Request[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    seen.push(request);
    return new Response(null, { status: 204 });
  });
  await ask(client.POST("/api/tickets/{ticket}/take", { params: { path: { ticket: "t" } } }));
  await ask(client.GET("/api/desk"));
  expect(seen[0]?.headers.get("X-XSRF-TOKEN")).toBe("a+token");
  expect(seen[1]?.headers.get("X-XSRF-TOKEN")).toBeNull();
});

it.each([
  [409, true],
  [503, false],
])("knows whether %i is answered likewise again", async (status, refused) => {
  vi.stubGlobal("fetch", async () => Response.json({ title: "t", detail: "Words." }, { status }));
  const thrown = await problem(ask(client.GET("/api/desk")));
  expect(thrown.message).toBe("Words.");
  expect(thrown.refused).toBe(refused);
});
