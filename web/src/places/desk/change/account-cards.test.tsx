import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Page, System } from "../../../api/client";
import * as acts from "../acts";
import { AccountCards } from "./account-cards";

vi.mock("../acts");

const account = (id: string, state: System["state"], followers: string[] = []) =>
  ({
    id,
    name: `The ${id}`,
    account: `me.${id}`,
    state,
    words: state,
    servers: [],
    styles: [{ id: "read-aloud", words: "read aloud in groups" }],
    followers,
    actions: [
      {
        action: "unlock",
        label: "Unlock",
        key: "U",
        ...(state === "locked" ? {} : { closed: "not locked" }),
      },
      { action: "temporary-password", label: "Temporary password", key: "T" },
    ],
  }) as System;

const SYSTEMS = [
  account("roster", "open"),
  account("directory", "locked", ["Mail", "Rota"]),
  account("cloud", "locked"),
  account("stores", "open"),
  account("booking", "open"),
];

const page = (mine = true) =>
  ({
    ticket: { id: "t", version: 7, mine, state: "OPEN" },
    changes: [],
    proof: {
      judgements: SYSTEMS.flatMap(({ id }) =>
        ["unlock", "temporary-password"].map((action) => ({
          action,
          system: id,
          verdict: id === "stores" ? "short" : "open",
          asks: 20,
          points: id === "stores" ? 5 : 0,
        })),
      ),
    },
  }) as unknown as Page;

const shown = (mine?: boolean) =>
  render(<AccountCards page={page(mine)} systems={SYSTEMS} choose={() => {}} />);
const cards = () => screen.getAllByRole("region").map((one) => one.getAttribute("aria-label"));

beforeEach(() => {
  vi.mocked(acts.changeTogether).mockReset().mockResolvedValue([]);
  vi.mocked(acts.change)
    .mockReset()
    .mockResolvedValue(undefined as never);
});

describe("many accounts", () => {
  it("shows what is wrong, opens one, and folds the rest", async () => {
    shown();
    expect(cards()).toEqual(["The directory", "The cloud"]);
    expect(screen.getByText("The roster, The stores and The booking")).toBeVisible();
    expect(screen.getByText(/Mail and Rota take their passwords from The directory/)).toBeVisible();
    await userEvent.keyboard("a");
    expect(cards()).toHaveLength(5);
    await userEvent.keyboard("a{ArrowDown}u");
    expect(acts.change).toHaveBeenCalledWith("t", expect.objectContaining({ system: "cloud" }));
  });

  it("does one thing to all that are ticked, and says of which it cannot", async () => {
    shown();
    await userEvent.keyboard("ax{ArrowDown}x{ArrowDown}x");
    const together = screen.getByLabelText("Together");
    expect(within(together).getByText("Unlock 2 of 3 accounts")).toBeVisible();
    expect(within(together).getByText("A temporary password for 3 accounts")).toBeVisible();
    vi.mocked(acts.changeTogether).mockResolvedValue([
      { system: "directory", change: "c" },
      { system: "cloud", problem: "too-many-changes", words: "Enough for today." },
    ]);
    await userEvent.keyboard("u");
    expect(acts.changeTogether).toHaveBeenCalledExactlyOnceWith("t", {
      systems: ["directory", "cloud"],
      action: "unlock",
      version: 7,
    });
    expect(acts.change).not.toHaveBeenCalled();
    await waitFor(() => expect(screen.queryByLabelText("Together")).toBeNull());
  });

  it("offers nothing to whoever only reads along", async () => {
    shown(false);
    await userEvent.keyboard("xu");
    expect(screen.queryByRole("checkbox")).toBeNull();
    expect(acts.change).not.toHaveBeenCalled();
  });
});
