import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { SealKeys } from "./keys";

const change = (sealed: boolean) => ({
  from: "desk+1+A",
  to: "desk+2+B",
  at: "2026-11-23T10:00:00Z",
  ...(sealed ? { number: 41 } : {}),
  sealed,
});

let keys: object;
let refusal: object | undefined;
const posted: unknown[] = [];

vi.mock("../../api/client", async (original) => ({
  ...(await original<typeof import("../../api/client")>()),
  client: {
    GET: async () => ({ data: keys, response: new Response() }),
    POST: async (_: string, { body }: { body: unknown }) => {
      posted.push(body);
      if (!refusal) keys = { key: "desk+1+A", changes: [change(false)] };
      return { error: refusal, response: new Response(null, { status: refusal ? 409 : 202 }) };
    },
  },
}));

beforeEach(() => {
  keys = { key: "desk+1+A", changes: [] };
  refusal = undefined;
  posted.length = 0;
});

const show = (mayChange: boolean) =>
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <SealKeys mayChange={mayChange} />
    </QueryClientProvider>,
  );

describe("the key that seals", () => {
  it("is shown to whoever reads, and changed by none but a steward", async () => {
    keys = { key: "desk+2+B", changes: [change(true)] };
    show(false);
    expect(await screen.findByText("desk+2+B")).toBeTruthy();
    expect(screen.getByText(/In entry 41, .* a key was given up. It sealed that as its last/)).toBeTruthy();
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("is changed with a reason, and the page says when the old one has signed", async () => {
    const user = userEvent.setup();
    show(true);
    await user.click(await screen.findByRole("button", { name: "Change the key…" }));
    const submit = screen.getByRole("button", { name: "Change it" });
    expect(submit).toHaveProperty("disabled", true);
    await user.keyboard("  the host was replaced ");
    await user.click(submit);
    expect(posted).toEqual([{ reason: "the host was replaced" }]);
    expect(await screen.findByText(/has still to seal/)).toBeTruthy();
    keys = { key: "desk+2+B", changes: [change(true)] };
    await waitFor(() => expect(screen.getByText("desk+2+B")).toBeTruthy(), { timeout: 3_000 });
    expect(screen.queryByText(/has still to seal/)).toBeNull();
  });

  it("keeps the reason when it is refused", async () => {
    refusal = { detail: "The key was just changed.", type: "urn:earnest:key-is-changing", status: 409 };
    const user = userEvent.setup();
    show(true);
    await user.click(await screen.findByRole("button", { name: "Change the key…" }));
    await user.keyboard("again");
    await user.click(screen.getByRole("button", { name: "Change it" }));
    expect((await screen.findByRole("alert")).textContent).toContain("was just changed");
    expect(screen.getByRole("textbox")).toHaveProperty("value", "again");
  });
});
