import { describe, expect, it } from "vitest";
import { oneIn } from "./one-in";

describe("points in plain words", () => {
  it("are how much more seldom an impostor passes", () => {
    expect(oneIn(10)).toBe("an impostor passes it 10 times as seldom");
    expect(oneIn(20)).toBe("an impostor passes it 100 times as seldom");
    expect(oneIn(30)).toBe("an impostor passes it 1,000 times as seldom");
    expect(oneIn(21)).toBe("an impostor passes it 130 times as seldom");
    expect(oneIn(3)).toBe("an impostor passes it 2 times as seldom");
  });
  it("say that nothing is gained by none", () => {
    expect(oneIn(0)).toBe("an impostor passes it as often as the person");
  });
});
