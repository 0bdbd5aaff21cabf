import { act, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { Button } from "../ui/parts";
import { inForce } from "./dispatcher";
import { KeyLayer, useKeys } from "./use-keys";

const acted = vi.fn();
beforeEach(() => acted.mockReset());

function Card({ name, everywhere = false }: { name: string; everywhere?: boolean }) {
  useKeys([{ key: "t", words: `Give, ${name}`, run: () => acted(name) }], { everywhere });
  return null;
}

describe("a key", () => {
  it("acts in the card that has the focus, and in no other", async () => {
    const cards = (focused: string) => (
      <KeyLayer active>
        {["one", "two"].map((name) => (
          <KeyLayer key={name} active={name === focused}>
            <Card name={name} />
          </KeyLayer>
        ))}
      </KeyLayer>
    );
    const { rerender } = render(cards("one"));
    await userEvent.keyboard("t");
    expect(acted.mock.calls).toEqual([["one"]]);
    rerender(cards("two"));
    await userEvent.keyboard("t");
    expect(acted.mock.calls).toEqual([["one"], ["two"]]);
    expect(inForce().map((shortcut) => shortcut.words)).toEqual(["Give, two"]);
  });
  it("lies flat where it does nothing", () => {
    render(
      <KeyLayer active={false}>
        <Card name="column" />
        <Card name="page" everywhere />
        <Button hotkey="T">Give</Button>
        <Button hotkey="U">Unlock</Button>
      </KeyLayer>,
    );
    expect(screen.getByText("T").dataset.acts, "the page's own").toBe("true");
    expect(screen.getByText("U").dataset.acts).toBe("false");
  });
  it("acts in no column that is not lit", async () => {
    render(
      <KeyLayer active={false}>
        <KeyLayer active>
          <Card name="dark" />
        </KeyLayer>
      </KeyLayer>,
    );
    await userEvent.keyboard("t");
    expect(acted).not.toHaveBeenCalled();
  });
  it("goes to the deepest layer, and to what is the page's only where nobody else wants it", async () => {
    const { rerender } = render(
      <KeyLayer active>
        <Card name="page" everywhere />
        <Card name="column" />
      </KeyLayer>,
    );
    await userEvent.keyboard("t");
    expect(acted.mock.calls).toEqual([["column"]]);
    act(() =>
      rerender(
        <KeyLayer active={false}>
          <Card name="page" everywhere />
          <Card name="column" />
        </KeyLayer>,
      ),
    );
    await userEvent.keyboard("t");
    expect(acted.mock.calls).toEqual([["column"], ["page"]]);
  });
});
