import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { Router } from "wouter";
import { memoryLocation } from "wouter/memory-location";
import type { Found, Page } from "../../../api/client";
import { claim } from "../acts";
import { Find } from "./find";

const TICKET = "0198a000-0000-7000-8000-000000000001";
const somebody = (account: string): Found => ({ id: account, account, name: account }) as Found;

/** Whose the ticket is by now, if the page is asked for. */
let nowMine = false;
/** Answers that wait until the test lets them go. */
const waiting = new Map<string, (found: Found[]) => void>();

vi.mock("../acts", () => ({ claim: vi.fn(async () => undefined) }));
vi.mock("../../../api/client", async (original) => ({
  ...(await original<typeof import("../../../api/client")>()),
  client: {
    GET: (path: string, { params }: { params: { query: { find: string } } }) =>
      new Promise((resolve) => {
        if (path.includes("tickets")) {
          resolve({ data: { ticket: { id: TICKET, mine: nowMine, version: 4 } }, response: new Response() });
          return;
        }
        waiting.set(params.query.find, (data) => resolve({ data, response: new Response() }));
      }),
  },
}));

const asked = (typed: string) => vi.waitFor(() => expect(waiting.has(typed)).toBe(true));

const answer = async (typed: string, ...accounts: string[]) => {
  await asked(typed);
  await act(async () => waiting.get(typed)?.(accounts.map(somebody)));
};

const show = (mine = true) => {
  const queries = new QueryClient();
  queries.setQueryData(["page", TICKET], { ticket: { id: TICKET, mine, version: 3 } } as Page);
  render(
    <QueryClientProvider client={queries}>
      <Router hook={memoryLocation({ path: `/desk/${TICKET}` }).hook}>
        <Find />
      </Router>
    </QueryClientProvider>,
  );
  return screen.getByRole("combobox");
};

beforeEach(() => {
  waiting.clear();
  vi.mocked(claim).mockClear();
});

describe("finding anyone", () => {
  it("chooses nobody out of the answer to less than was typed", async () => {
    const user = userEvent.setup();
    await user.type(show(), "io");
    await answer("io", "iorga", "iokafor");
    await user.keyboard("kafor{Enter}");
    expect(claim).not.toHaveBeenCalled();
    await answer("iokafor", "iokafor", "jokafor");
    await vi.waitFor(() => expect(claim).toHaveBeenCalledExactlyOnceWith(TICKET, "iokafor", 3));
  });

  it("leaves it to the analyst when what came could be several", async () => {
    const user = userEvent.setup();
    await user.type(show(), "okafor{Enter}");
    await answer("okafor", "iokafor", "jokafor");
    expect(claim).not.toHaveBeenCalled();
    await user.keyboard("{ArrowDown}{Enter}");
    await vi.waitFor(() => expect(claim).toHaveBeenCalledExactlyOnceWith(TICKET, "jokafor", 3));
  });

  it("forgets an early Enter when more is typed", async () => {
    const user = userEvent.setup();
    await user.type(show(), "iok{Enter}");
    await asked("iok");
    await user.keyboard("a");
    await answer("iok", "iokafor");
    await answer("ioka", "iokafor");
    expect(claim).not.toHaveBeenCalled();
  });

  it("looks whose the call is when the page it knows says otherwise", async () => {
    const user = userEvent.setup();
    const field = show(false);
    nowMine = false;
    await user.type(field, "iokafor");
    await answer("iokafor", "iokafor");
    await user.keyboard("{Enter}");
    expect(claim).not.toHaveBeenCalled();
    expect(field).toHaveProperty("value", "iokafor");
    nowMine = true;
    await user.keyboard("{Enter}");
    await vi.waitFor(() => expect(claim).toHaveBeenCalledExactlyOnceWith(TICKET, "iokafor", 4));
  });

  it("goes away with Escape", async () => {
    const user = userEvent.setup();
    await user.type(show(), "iokafor{Enter}");
    await asked("iokafor");
    await user.keyboard("{Escape}");
    await answer("iokafor", "iokafor");
    expect(claim).not.toHaveBeenCalled();
    expect(screen.queryByRole("option")).toBeNull();
  });
});
