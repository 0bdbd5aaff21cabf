import { describe, expect, it } from "vitest";
import { wanted } from "./waiting-change";

describe("what a second steward agrees to", () => {
  it("names whom and what, whole", () => {
    const about = { name: "Bo Lind", login: "bo.lind", roles: ["analyst", "lead"] };
    expect(wanted({ kind: "invite", ...about })).toBe("take Bo Lind (bo.lind) on as analyst and lead");
    expect(wanted({ kind: "roles", ...about, roles: ["auditor"] })).toBe(
      "make Bo Lind (bo.lind) auditor, and nothing else",
    );
    expect(wanted({ kind: "end", ...about })).toBe("end the work of Bo Lind (bo.lind)");
  });
});
