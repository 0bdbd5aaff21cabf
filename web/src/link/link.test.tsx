import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { Secret } from "./link";

const shown = () => [...document.querySelectorAll("p.num span")].map((group) => group.textContent);

describe("a password that is shown", () => {
  it("stands in groups of four, whatever signs it has", () => {
    render(<Secret characters="b-R7t%aQ2" asItStands={false} />);
    expect(shown()).toEqual(["b-R7", "t%aQ", "2"]);
    expect(screen.getByText(/Type it without spaces/)).toBeVisible();
  });
  it("stays whole where it is made of words", () => {
    render(<Secret characters="copper-kettle-under-47" asItStands />);
    expect(shown()).toEqual(["copper-kettle-under-47"]);
    expect(screen.queryByText(/without spaces/)).toBeNull();
  });
});
