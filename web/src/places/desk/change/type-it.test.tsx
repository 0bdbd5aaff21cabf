import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { type Page, type PasswordTrial, Problem, type System } from "../../../api/client";
import * as acts from "../acts";
import { TypeIt } from "./type-it";

vi.mock("../acts");

const page = { ticket: { id: "t", version: 7 } } as Page;
const system = { id: "directory" } as System;
const trial = (ok: boolean): PasswordTrial => ({
  ok,
  remembers: 5,
  rules: [{ rule: "minLength", kept: ok, words: "At least 12 characters" }],
});

beforeEach(() => {
  vi.mocked(acts.tryOut)
    .mockReset()
    .mockImplementation((_ticket, _system, typed) => Promise.resolve(trial(typed.length >= 12)));
  vi.mocked(acts.change)
    .mockReset()
    .mockResolvedValue(undefined as never);
});

const field = () => screen.getByLabelText(/Type it/);
const give = () => screen.getByRole("button", { name: /Give this one/ });

describe("typing a temporary password", () => {
  it("asks for the rules when typing pauses, not for each character", async () => {
    render(<TypeIt page={page} system={system} hotkey="T" done={() => {}} />);
    await userEvent.type(field(), "abcdef");
    await waitFor(() =>
      expect(acts.tryOut).toHaveBeenLastCalledWith("t", "directory", "abcdef", expect.anything()),
    );
    expect(vi.mocked(acts.tryOut).mock.calls.length).toBeLessThan(6);
    expect(await screen.findByText("The system itself also refuses their last 5 passwords")).toBeVisible();
  });

  it("gives nothing that breaks a rule", async () => {
    render(<TypeIt page={page} system={system} hotkey="T" done={() => {}} />);
    await userEvent.type(field(), "short{Enter}");
    await screen.findByText(/not yet/);
    expect(give()).toBeDisabled();
    expect(acts.change).not.toHaveBeenCalled();
  });

  it("gives what keeps every rule, and keeps nothing of it", async () => {
    const done = vi.fn();
    render(<TypeIt page={page} system={system} hotkey="T" done={done} />);
    await userEvent.type(field(), "heron-PIER-62");
    await waitFor(() => expect(give()).toBeEnabled());
    await userEvent.click(give());
    expect(acts.change).toHaveBeenCalledWith("t", {
      system: "directory",
      action: "temporary-password",
      version: 7,
      style: "typed",
      typed: "heron-PIER-62",
    });
    await waitFor(() => expect(done).toHaveBeenCalled());
    expect(field()).toHaveValue("");
  });

  it("does not go by rules that were asked for something else", async () => {
    render(<TypeIt page={page} system={system} hotkey="T" done={() => {}} />);
    await userEvent.type(field(), "heron-PIER-62");
    await waitFor(() => expect(give()).toBeEnabled());
    vi.mocked(acts.tryOut).mockReturnValue(new Promise(() => {}));
    await userEvent.type(field(), "x");
    expect(give()).toBeDisabled();
  });

  it("says why the rules cannot be asked for", async () => {
    vi.mocked(acts.tryOut).mockRejectedValue(new Problem(429, "too-many-tries", "Have one drawn instead."));
    render(<TypeIt page={page} system={system} hotkey="T" done={() => {}} />);
    await userEvent.type(field(), "a");
    expect(await screen.findByRole("alert")).toHaveTextContent("Have one drawn instead.");
  });
});
