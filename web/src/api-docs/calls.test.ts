import { describe, expect, it } from "vitest";
import committed from "../api/openapi.json";
import { callsByTopic, type Described } from "./calls";

describe("the page of the API", () => {
  const topics = callsByTopic(committed as unknown as Described);
  it("shows every call once, with what it does", () => {
    const calls = topics.flatMap(([, calls]) => calls);
    expect(calls).toHaveLength(Object.values(committed.paths).flatMap((one) => Object.keys(one)).length);
    expect(calls.filter((call) => call.summary === "")).toEqual([]);
  });
  it("says what a call takes, gives and refuses with", () => {
    const claim = topics.flatMap(([, calls]) => calls).find((call) => call.id === "claim");
    expect(claim?.takes).toHaveProperty("person");
    expect(claim?.refuses.find((one) => one.status === "409")?.types).toContain("changed-meanwhile");
    const staff = topics.flatMap(([, calls]) => calls).find((call) => call.id === "staff");
    expect(staff?.gives).toMatchObject([{ status: "200", shape: "StaffBook" }]);
    expect(staff?.gives[0]?.example).toHaveProperty("members");
    const find = topics.flatMap(([, calls]) => calls).find((call) => call.id === "findPeople");
    expect(find?.asked).toMatchObject([{ name: "find", example: "hanne" }]);
  });
});
