import { renderHook } from "@testing-library/react";
import { expect, it } from "vitest";
import { Problem } from "../../api/client";
import { useNotice, useNotices } from "./notices";

const said = () => renderHook(useNotice).result.current;
const notices = renderHook(useNotices).result.current;

it("does not claim that an act without an answer was not done", async () => {
  const done = await notices.during(async () => {
    throw new Problem(0, "away", "Nothing is lost.");
  });
  expect(done).toBe(false);
  expect(said()).toContain("not known whether this was done");
});

it("says a refusal in the server's words, and forgets it when something succeeds", async () => {
  await notices.during(async () => {
    throw new Problem(409, "held-by-another", "Jonas Lie holds this ticket.");
  });
  expect(said()).toBe("Jonas Lie holds this ticket.");
  expect(await notices.during(async () => {})).toBe(true);
  expect(said()).toBe("");
});

it("does not hide an error of its own", async () => {
  await expect(
    notices.during(async () => {
      throw new TypeError("a fault");
    }),
  ).rejects.toThrow("a fault");
});
