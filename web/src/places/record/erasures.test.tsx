import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Erasure, Found } from "../../api/client";
import { Erasures } from "./erasures";

const ines = { id: "p1", name: "Ines Okafor", account: "iokafor" } as Found;
const asked = (mine: boolean): Erasure => ({
  id: "e1",
  person: "p1",
  name: "Ines Okafor",
  reason: "her letter",
  askedBy: "Maren Holt",
  askedAt: "2026-11-23T10:00:00Z",
  values: 27,
  mine,
});

let waiting: Erasure[];
const posted: { path: string; body: unknown }[] = [];
let refusal: object | undefined;

vi.mock("../../api/client", async (original) => ({
  ...(await original<typeof import("../../api/client")>()),
  client: {
    GET: async () => ({ data: waiting, response: new Response() }),
    POST: async (path: string, { body }: { body: unknown }) => {
      posted.push({ path, body });
      return { error: refusal, response: new Response(null, { status: refusal ? 409 : 204 }) };
    },
  },
}));

beforeEach(() => {
  waiting = [];
  posted.length = 0;
  refusal = undefined;
});

const show = (person?: Found) =>
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <Erasures person={person} />
    </QueryClientProvider>,
  );

describe("erasing what names a person", () => {
  it("is asked for with a reason", async () => {
    show(ines);
    const button = await screen.findByRole("button", { name: "Ask for it" });
    expect(button).toBeDisabled();
    await userEvent.type(screen.getByLabelText(/Why what names/), "her letter");
    await userEvent.click(button);
    await waitFor(() =>
      expect(posted).toEqual([
        { path: "/api/record/erasures", body: { person: "p1", reason: "her letter" } },
      ]),
    );
  });

  it("is agreed to in two steps, since it is for good", async () => {
    waiting = [asked(false)];
    show();
    await userEvent.click(await screen.findByRole("button", { name: "Agree" }));
    expect(posted).toEqual([]);
    await userEvent.click(screen.getByRole("button", { name: "Erase for good" }));
    await waitFor(() =>
      expect(posted).toEqual([{ path: "/api/record/erasures/{erasure}/answer", body: { agreed: true } }]),
    );
  });

  it("can only be taken back by whoever asked", async () => {
    waiting = [asked(true)];
    show();
    await screen.findByText("Somebody else must agree.");
    expect(screen.queryByRole("button", { name: "Agree" })).toBeNull();
    await userEvent.click(screen.getByRole("button", { name: "Take it back" }));
    await waitFor(() => expect(posted[0]?.body).toEqual({ agreed: false }));
  });

  it("says when somebody else was faster, and keeps the reason that was typed", async () => {
    refusal = { title: "decided", detail: "Somebody decided on this already." };
    show(ines);
    const reason = await screen.findByLabelText(/Why what names/);
    await userEvent.type(reason, "her letter");
    await userEvent.click(screen.getByRole("button", { name: "Ask for it" }));
    expect(await screen.findByRole("alert")).toHaveTextContent("Somebody decided on this already.");
    expect(reason).toHaveValue("her letter");
  });
});
