import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { HandoverState } from "../../../api/client";
import { KeyLayer } from "../../../keys/use-keys";
import * as acts from "../acts";
import { ReadAloud } from "./read-aloud";

vi.mock("../acts");

const PARTS = [
  { part: 1, characters: "KA7M", words: "all capitals: kilo, alfa, seven, mike" },
  { part: 2, characters: "wu4r", words: "small: whiskey, uniform, four, romeo" },
];

const handover = (saidBack: number) =>
  ({
    id: "h",
    change: "c",
    route: "read-aloud",
    state: "shown",
    parts: 2,
    saidBack,
    madeAt: "",
    expiresAt: "",
    reminded: false,
  }) as HandoverState["state"];

beforeEach(() => {
  vi.mocked(acts.show).mockReset().mockResolvedValue(PARTS);
  vi.mocked(acts.saidBack)
    .mockReset()
    .mockResolvedValue(undefined as never);
});

describe("reading a password aloud", () => {
  it("shows nothing until it is asked to", () => {
    const { container } = render(<ReadAloud ticket="t" handover={handover(0)} fresh />);
    expect(acts.show).not.toHaveBeenCalled();
    expect(container).not.toHaveTextContent("KA7M");
  });
  it("shows the parts on its key and says back on Enter", async () => {
    render(<ReadAloud ticket="t" handover={handover(0)} fresh />);
    await userEvent.keyboard("s");
    expect(await screen.findByText("KA7M")).toBeInTheDocument();
    await userEvent.keyboard("{Enter}");
    await waitFor(() => expect(acts.saidBack).toHaveBeenCalledWith("t", 1));
  });
  it("takes a part away for good once it was said back", async () => {
    const { rerender, container } = render(<ReadAloud ticket="t" handover={handover(0)} fresh />);
    await userEvent.keyboard("s");
    await screen.findByText("KA7M");
    rerender(<ReadAloud ticket="t" handover={handover(1)} fresh />);
    expect(container).not.toHaveTextContent("KA7M");
    expect(screen.getByText("wu4r")).toBeInTheDocument();
    expect(screen.getByText("said back")).toBeInTheDocument();
  });
  it("does not listen while another column is lit", async () => {
    render(
      <KeyLayer active={false}>
        <ReadAloud ticket="t" handover={handover(0)} fresh />
      </KeyLayer>,
    );
    await userEvent.keyboard("s");
    expect(acts.show).not.toHaveBeenCalled();
  });
});
