import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { OpenCheck as Check } from "../../api/client";
import * as acts from "../acts";
import { OpenCheck } from "./open-check";

vi.mock("../acts");

const code: Check = {
  id: "c",
  method: "code-by-text",
  label: "Code by text",
  asks: "The six digits that were sent",
  triesLeft: 3,
  delivery: "arrived",
};
const back = (delivery: string): Check => ({
  id: "c",
  method: "call-back",
  label: "Call back",
  triesLeft: 3,
  delivery,
});

beforeEach(() => {
  vi.mocked(acts.answerCheck).mockReset().mockResolvedValue({ outcome: "wrong", triesLeft: 2 });
  vi.mocked(acts.heard).mockReset().mockResolvedValue({ outcome: "passed", triesLeft: 0 });
});

describe("a code", () => {
  it("has the field ready and submits itself at the last digit", async () => {
    render(<OpenCheck ticket="t" check={code} lit />);
    expect(screen.getByLabelText("The six digits that were sent")).toHaveFocus();
    await userEvent.keyboard("12 34-56");
    await waitFor(() => expect(acts.answerCheck).toHaveBeenCalledWith("t", "c", "123456"));
    expect(acts.answerCheck).toHaveBeenCalledTimes(1);
  });
  it("says that it was wrong and is empty again", async () => {
    render(<OpenCheck ticket="t" check={code} lit />);
    await userEvent.keyboard("000000");
    expect(await screen.findByText("Wrong. 2 tries left.")).toBeInTheDocument();
    expect(screen.getByLabelText("The six digits that were sent")).toHaveValue("");
  });
});

describe("a call back", () => {
  it("offers no answer before somebody answered", async () => {
    render(<OpenCheck ticket="t" check={back("ringing")} lit />);
    expect(screen.getByText("It rings.")).toBeInTheDocument();
    await userEvent.keyboard("y");
    expect(acts.heard).not.toHaveBeenCalled();
  });
  it("is confirmed, refused or denied by its keys", async () => {
    render(<OpenCheck ticket="t" check={back("answered")} lit />);
    await userEvent.keyboard("d");
    await waitFor(() => expect(acts.heard).toHaveBeenCalledWith("t", "c", "denied"));
    await userEvent.keyboard("y");
    await waitFor(() => expect(acts.heard).toHaveBeenCalledWith("t", "c", "confirmed"));
  });
});
