import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { OpenCheck as Check } from "../../../api/client";
import { holdKeys, keepTyped } from "../../../keys/keys";
import * as acts from "../acts";
import { OpenCheck } from "./open-check";

vi.mock("../acts");

const form = { digits: 0, trouble: false, choices: [] };
const code: Check = {
  id: "c",
  method: "code-by-text",
  label: "Code by text",
  form: { ...form, kind: "code", asks: "The six digits that were sent", digits: 6, says: "The text arrived" },
  triesLeft: 3,
};
const ringing: Check = {
  id: "c",
  method: "call-back",
  label: "Call back",
  form: { ...form, kind: "wait", says: "It rings." },
  triesLeft: 1,
};
const answered: Check = {
  ...ringing,
  form: {
    ...form,
    kind: "choices",
    says: "Somebody answered.",
    choices: [
      { id: "confirmed", words: "It is them", key: "y" },
      { id: "denied", words: "They did not ask for this", key: "d" },
    ],
  },
};

beforeEach(() => {
  vi.mocked(acts.replyToCheck).mockReset().mockResolvedValue({ outcome: "wrong", triesLeft: 2 });
});

describe("a code", () => {
  it("has the field ready and submits itself at the last digit", async () => {
    render(<OpenCheck ticket="t" check={code} />);
    expect(screen.getByLabelText("The six digits that were sent")).toHaveFocus();
    await userEvent.keyboard("12 34-56");
    await waitFor(() => expect(acts.replyToCheck).toHaveBeenCalledWith("t", "c", { typed: "123456" }));
    expect(acts.replyToCheck).toHaveBeenCalledTimes(1);
  });
  it("takes what was typed while it was on its way", async () => {
    holdKeys("form");
    for (const key of ["1", "2"]) keepTyped(new KeyboardEvent("keydown", { key }));
    render(<OpenCheck ticket="t" check={code} />);
    expect(screen.getByLabelText("The six digits that were sent")).toHaveValue("12");
    await userEvent.keyboard("3456");
    await waitFor(() => expect(acts.replyToCheck).toHaveBeenCalledWith("t", "c", { typed: "123456" }));
  });
  it("is not sent again by Enter while its answer is on the way", async () => {
    vi.mocked(acts.replyToCheck).mockReturnValue(new Promise(() => {}));
    render(<OpenCheck ticket="t" check={code} />);
    await userEvent.keyboard("123456{Enter}{Enter}");
    expect(acts.replyToCheck).toHaveBeenCalledTimes(1);
  });
  it("is not sent again by Enter once it was right, while the page is on its way", async () => {
    vi.mocked(acts.replyToCheck).mockResolvedValue({ outcome: "passed", triesLeft: 2 });
    render(<OpenCheck ticket="t" check={code} />);
    await userEvent.keyboard("123456");
    await waitFor(() => expect(acts.replyToCheck).toHaveBeenCalledTimes(1));
    await userEvent.keyboard("{Enter}");
    expect(acts.replyToCheck).toHaveBeenCalledTimes(1);
  });
  it("says that it was wrong and is empty again", async () => {
    render(<OpenCheck ticket="t" check={code} />);
    await userEvent.keyboard("000000");
    expect(await screen.findByText("Wrong. 2 tries left.")).toBeInTheDocument();
    expect(screen.getByLabelText("The six digits that were sent")).toHaveValue("");
  });
});

describe("a call back", () => {
  it("offers no answer before somebody answered", async () => {
    render(<OpenCheck ticket="t" check={ringing} />);
    expect(screen.getByText("It rings.")).toBeInTheDocument();
    await userEvent.keyboard("y");
    expect(acts.replyToCheck).not.toHaveBeenCalled();
  });
  it("is confirmed, refused or denied by its keys", async () => {
    render(<OpenCheck ticket="t" check={answered} />);
    await userEvent.keyboard("d");
    await waitFor(() => expect(acts.replyToCheck).toHaveBeenCalledWith("t", "c", { chosen: "denied" }));
    await userEvent.keyboard("y");
    await waitFor(() => expect(acts.replyToCheck).toHaveBeenCalledWith("t", "c", { chosen: "confirmed" }));
  });
});

describe("a check of a method that nobody here knows", () => {
  it("is drawn by its form", async () => {
    const unknown: Check = {
      id: "c",
      method: "harbour-word",
      label: "Word of the harbour",
      form: { ...form, kind: "text", asks: "The word of the day" },
      triesLeft: 1,
    };
    render(<OpenCheck ticket="t" check={unknown} />);
    await userEvent.keyboard("heron{Enter}");
    await waitFor(() => expect(acts.replyToCheck).toHaveBeenCalledWith("t", "c", { typed: "heron" }));
  });
});
