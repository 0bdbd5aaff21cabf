import { afterEach, describe, expect, it, vi } from "vitest";
import {
  holdKeys,
  keepTyped,
  meant,
  releaseKeys,
  type Shortcut,
  singleKeysOn,
  switchSingleKeys,
} from "./keys";

const unlock: Shortcut = { key: "u", words: "Unlock", run: vi.fn() };
const said: Shortcut = { key: "Enter", words: "Said back", run: vi.fn() };

function pressed(key: string, target: HTMLElement = document.body, init: KeyboardEventInit = {}) {
  document.body.append(target);
  let seen: Shortcut | undefined;
  const listener = (event: KeyboardEvent) => {
    seen = meant(event, [unlock, said], true);
  };
  window.addEventListener("keydown", listener);
  target.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, ...init }));
  window.removeEventListener("keydown", listener);
  return seen;
}

afterEach(() => document.body.replaceChildren());

describe("a shortcut", () => {
  it("acts in either case", () => {
    expect(pressed("u", document.createElement("p"))).toBe(unlock);
    expect(pressed("U", document.createElement("p"))).toBe(unlock);
  });
  it("never acts while somebody types", () => {
    expect(pressed("u", document.createElement("input"))).toBeUndefined();
    expect(pressed("u", document.createElement("textarea"))).toBeUndefined();
    expect(pressed("u", document.createElement("select"))).toBeUndefined();
  });
  it("does not act while the page turns, and what is typed then is kept", () => {
    window.addEventListener("keydown", keepTyped);
    holdKeys("page");
    for (const key of ["i", "u", "Enter", "2", " ", "o"]) {
      expect(pressed(key, document.createElement("p"))).toBeUndefined();
    }
    expect(releaseKeys("page")).toBe("iu2 o");
    expect(releaseKeys("page")).toBe("");
    expect(pressed("u", document.createElement("p"))).toBe(unlock);
    expect(releaseKeys("page")).toBe("");
    window.removeEventListener("keydown", keepTyped);
  });
  it("does not act while a form is on its way, whose answer may be digits", () => {
    window.addEventListener("keydown", keepTyped);
    holdKeys("form");
    for (const key of ["1", "2", "u", "Enter", "Tab"]) {
      expect(pressed(key, document.createElement("p"))).toBeUndefined();
    }
    expect(releaseKeys("page")).toBe("");
    expect(releaseKeys("form")).toBe("12u");
    expect(pressed("u", document.createElement("p"))).toBe(unlock);
    window.removeEventListener("keydown", keepTyped);
  });
  it("leaves Enter to the button in focus", () => {
    expect(pressed("Enter", document.createElement("button"))).toBeUndefined();
    expect(pressed("Enter", document.createElement("p"))).toBe(said);
  });
  it("leaves keys with Ctrl and held keys alone", () => {
    expect(pressed("u", document.createElement("p"), { ctrlKey: true })).toBeUndefined();
    expect(pressed("u", document.createElement("p"), { repeat: true })).toBeUndefined();
  });
  it("can be switched off for good", () => {
    switchSingleKeys(false);
    expect(singleKeysOn()).toBe(false);
    expect(meant(new KeyboardEvent("keydown", { key: "u" }), [unlock], singleKeysOn())).toBeUndefined();
    switchSingleKeys(true);
    expect(singleKeysOn()).toBe(true);
  });
});
