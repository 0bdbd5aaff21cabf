import { spawnSync } from "node:child_process";
import { chmodSync, cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "vitest";

// A lock of two packages; the second lives by native parts, of which the lock has only this platform's.
const ours = `part-${process.platform}-${process.arch}`;
const lock = () => ({
  lockfileVersion: 3,
  packages: {
    "": { devDependencies: { whole: "1.0.0" } },
    "node_modules/whole": {
      version: "1.0.0",
      optionalDependencies: { [ours]: "1.0.0", "part-moon-1": "1.0.0", "part-mars-2": "^2.1.0" },
    },
    [`node_modules/${ours}`]: {
      version: "1.0.0",
      optional: true,
      os: [process.platform],
      cpu: [process.arch],
    },
  },
});

/** Runs the script with an npm of our own, which notes the lock that it was given and 'installs' `serves`. */
function install(given, serves, npmEnds = 0) {
  const folder = mkdtempSync(join(tmpdir(), "packages-"));
  cpSync(join(import.meta.dirname, "install-packages.mjs"), join(folder, "install-packages.mjs"));
  writeFileSync(join(folder, "package.json"), JSON.stringify({ name: "tried" }));
  const text = JSON.stringify(given);
  writeFileSync(join(folder, "package-lock.json"), text);
  const bin = join(folder, "bin");
  mkdirSync(bin);
  const made = serves.map((name) => `mkdir -p node_modules/${name}`).join("\n");
  writeFileSync(
    join(bin, "npm"),
    `#!/bin/sh\necho "$@" >> asked\nmkdir -p node_modules\n[ ! -f npm-shrinkwrap.json ] || cp npm-shrinkwrap.json given\n${made}\nexit ${npmEnds}\n`,
  );
  chmodSync(join(bin, "npm"), 0o755);
  const run = () =>
    spawnSync(process.execPath, ["install-packages.mjs"], {
      cwd: folder,
      encoding: "utf8",
      env: { ...process.env, PATH: `${bin}:${process.env.PATH}` },
    });
  const first = run();
  const read = (name) =>
    existsSync(join(folder, name)) ? readFileSync(join(folder, name), "utf8") : undefined;
  expect(read("package-lock.json")).toBe(text);
  expect(read("npm-shrinkwrap.json")).toBeUndefined();
  return { ...first, given: read("given"), again: run, asked: () => read("asked") };
}

test("what the lock lacks of other platforms is completed in a copy, for no platform at all", () => {
  const tried = install(lock(), ["whole", ours]);
  expect(tried.status).toBe(0);
  const packages = JSON.parse(tried.given).packages;
  expect(packages["node_modules/part-moon-1"]).toEqual({
    version: "1.0.0",
    optional: true,
    os: ["none"],
    cpu: ["none"],
  });
  expect(packages["node_modules/part-mars-2"].version).toBe("2.1.0");
  tried.again();
  expect(tried.asked().trim().split("\n")).toEqual(["ci --no-progress --loglevel=error"]);
});

test("a complete lock is taken as it is", () => {
  const whole = lock();
  for (const name of ["part-moon-1", "part-mars-2"]) {
    whole.packages[`node_modules/${name}`] = { version: "2.1.0", optional: true, os: ["moon"] };
  }
  const tried = install(whole, ["whole", ours]);
  expect(tried.status).toBe(0);
  expect(tried.given).toBeUndefined();
});

test("a binary of this machine that the registry did not serve is named", () => {
  const tried = install(lock(), ["whole"]);
  expect(tried.status).toBe(1);
  expect(tried.stderr).toContain(`did not serve ${ours}`);
});

test("whatever else npm refuses stays refused, and nothing is taken for installed", () => {
  const tried = install(lock(), ["whole", ours], 7);
  expect(tried.status).toBe(1);
  expect(tried.stderr).toContain("npm ci ended with 7");
  tried.again();
  expect(tried.asked().trim().split("\n")).toHaveLength(2);
});
