// Installs the packages of a folder (this one, or the one named) exactly as its package-lock.json says, whatever
// optional binaries of other platforms the registry serves today. `npm ci` refuses a lock that lacks such a binary
// on the days on which the registry serves it. So it is given a completed copy of the lock, in which every optional
// dependency that the lock lacks has an entry for no platform at all: nothing is missing, nothing is asked for, and
// every other difference is still refused. The lock itself is never written.
//   node install-packages.mjs [FOLDER]
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const folder = join(dirname(fileURLToPath(import.meta.url)), process.argv[2] ?? ".");
process.chdir(folder);
const LOCK = "package-lock.json";
const COMPLETED = "npm-shrinkwrap.json"; // npm prefers it to the lock
const STAMP = "node_modules/.earnest-lock";

function refuse(why) {
  console.error(why);
  process.exit(1);
}

/** What decides which packages are installed: lock, package.json, platform, version of native modules. */
function wanted() {
  const sum = createHash("sha256");
  for (const file of [LOCK, "package.json"]) sum.update(readFileSync(file));
  return sum.update(`${process.platform} ${process.arch} ${process.versions.modules}`).digest("hex");
}

/** The place in the lock at which node would find `name` for the package at `path`. */
function placeOf(packages, path, name) {
  let above = path;
  for (;;) {
    const place = above === "" ? `node_modules/${name}` : `${above}/node_modules/${name}`;
    if (packages[place]) return place;
    if (above === "") return undefined;
    above = above.slice(0, Math.max(0, above.lastIndexOf("/node_modules/")));
  }
}

/** Adds what is missing; what package.json itself asks for is never made up. */
function complete(packages) {
  const added = [];
  for (const [path, entry] of Object.entries(packages)) {
    if (path === "") continue;
    for (const [name, range] of Object.entries(entry.optionalDependencies ?? {})) {
      if (placeOf(packages, path, name)) continue;
      const version = /^[~^]?(\d+\.\d+\.\d+(?:-[0-9A-Za-z.-]+)?)$/.exec(range)?.[1];
      if (!version) refuse(`${path} asks for ${name} ${range}, which ${LOCK} lacks.`);
      packages[`node_modules/${name}`] = { version, optional: true, os: ["none"], cpu: ["none"] };
      if (entry.dev) packages[`node_modules/${name}`].dev = true;
      added.push(name);
    }
  }
  return added;
}

function fits(list, mine) {
  return !list || list.includes(mine) || (list.some((one) => one[0] === "!") && !list.includes(`!${mine}`));
}

/** A package that lives by its native part must have got one, or the build would fail later in other words. */
function mustHaveItsBinary(packages) {
  for (const [path, entry] of Object.entries(packages)) {
    const names = Object.keys(entry.optionalDependencies ?? {});
    if (path === "" || names.length < 3 || !existsSync(path)) continue;
    const places = names.map((name) => placeOf(packages, path, name)).filter(Boolean);
    if (places.some((place) => existsSync(place))) continue;
    const ours = places.filter(
      (place) => fits(packages[place].os, process.platform) && fits(packages[place].cpu, process.arch),
    );
    refuse(
      ours.length > 0
        ? `The registry did not serve ${ours.map((place) => place.replace(/^.*node_modules\//, "")).join(" or ")}, which this machine needs. Try again later.`
        : `${LOCK} has no binary of ${path.replace(/^.*node_modules\//, "")} for ${process.platform} ${process.arch}. Run npm install on such a machine and commit the lock.`,
    );
  }
}

if (existsSync(STAMP) && readFileSync(STAMP, "utf8") === wanted()) process.exit(0);
const lock = JSON.parse(readFileSync(LOCK, "utf8"));
if (lock.lockfileVersion !== 3) refuse(`${LOCK} has version ${lock.lockfileVersion}; 3 is expected.`);
const added = complete(lock.packages);
let installed;
try {
  if (added.length > 0) writeFileSync(COMPLETED, JSON.stringify(lock));
  installed = spawnSync("npm", ["ci", "--no-progress", "--loglevel=error"], { stdio: "inherit" });
} finally {
  rmSync(COMPLETED, { force: true });
}
if (installed.error) refuse(`npm could not be started: ${installed.error.message}`);
if (installed.status !== 0) {
  refuse(
    `npm ci ended with ${installed.status}; what it said is above. Where package.json and ${LOCK} differ: run npm install, look at the change, commit it.`,
  );
}
mustHaveItsBinary(lock.packages);
writeFileSync(STAMP, wanted());
if (added.length > 0)
  console.log(`${added.length} optional packages of other platforms are not in ${LOCK}; left alone.`);
