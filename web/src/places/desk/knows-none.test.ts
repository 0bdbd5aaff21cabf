import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";

const below = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((file) => file.isFile())
    .map((file) => join(file.parentPath, file.name));

const written = (files: string[], pattern: RegExp) =>
  new Set(
    files.flatMap((file) => [...readFileSync(file, "utf8").matchAll(pattern)].map((found) => found[1])),
  );

const server = "../server/src/main/java/earnest";
const methods = written(
  below(`${server}/checks/methods`),
  /(?:String ID = |String id\(\) \{\s*return )"([a-z-]+)"/g,
);
const kinds = readdirSync("../connectors/src/main/java/earnest/connectors", { withFileTypes: true })
  .filter((file) => file.isDirectory())
  .map((file) => file.name);
const systems = Object.keys(
  JSON.parse(readFileSync("../standins/src/main/resources/organisation/brackwater.json", "utf8")).systems,
);

describe("the desk", () => {
  const source = below("src/places/desk").filter((file) => /(?<!\.test)\.tsx?$/.test(file));
  it("names no method of proof, no kind of system and no system", () => {
    expect(methods.size).toBeGreaterThan(4);
    const named = [...methods, ...kinds, ...systems].filter((name) =>
      source.some((file) => readFileSync(file, "utf8").includes(`"${name}"`)),
    );
    expect(named).toEqual([]);
  });
});
