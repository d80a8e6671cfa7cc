// The steps that make a fresh machine ready. Only Node's own modules: nothing else may be there yet.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";

export const root = join(dirname(fileURLToPath(import.meta.url)), "..");
export const say = (text) => process.stderr.write(`irradant: ${text}\n`);

/** Ends with one clear line. */
export function stop(text, code = 1) {
  say(text);
  process.exit(code);
}

export function checkNode() {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < 20 || (major === 20 && minor < 12)) {
    stop(`Node.js ${process.versions.node} is too old: 20.12 or newer is needed.`);
  }
}

export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: "inherit", ...options });
  if (result.error) stop(`${command} could not be started: ${result.error.message}`);
  return result.status ?? 1;
}

/** Fingerprint of files, so that a step is done again only when what it reads has changed. */
export function fingerprint(paths, counts = () => true) {
  const hash = createHash("sha256");
  const visit = (path) => {
    const full = join(root, path);
    if (!existsSync(full)) return;
    if (statSync(full).isDirectory()) {
      for (const name of readdirSync(full).sort()) visit(join(path, name));
    } else if (counts(path)) {
      hash.update(path).update("\0").update(readFileSync(full)).update("\0");
    }
  };
  for (const path of paths) visit(path);
  return hash.digest("hex");
}

function upToDate(stamp, print) {
  return existsSync(stamp) && readFileSync(stamp, "utf8") === print;
}

function writeStamp(stamp, print) {
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, print);
}

/** Installs the packages of package-lock.json unless they are there already. */
export function ensureModules({ quiet = false } = {}) {
  const stamp = join(root, "node_modules", ".irradant-installed");
  const print = `${fingerprint(["package-lock.json"])} node-${process.versions.modules}`;
  if (upToDate(stamp, print)) return;
  say("installing packages (about three minutes the first time: the database driver is compiled here)");
  // Not `npm ci`: it refuses a lock file whose optional packages for other platforms a registry doesn't carry.
  const status = run("npm", ["install", "--no-save", "--no-audit", "--no-fund", "--loglevel=error"], {
    env: { ...process.env, NODE_ENV: "development" },
    stdio: ["ignore", quiet ? "ignore" : 2, 2],
  });
  if (status !== 0) stop("npm install failed; see the lines above.");
  writeStamp(stamp, print);
}

/** Fingerprint of the code that makes an analysis, tests left out: the same content by the same code needn't be analysed again. */
export function codeVersion() {
  return fingerprint(["package-lock.json", "src/core", "src/server/work"], (path) => !/\.test\.tsx?$/.test(path)).slice(0, 16);
}

/** Bundles the headless command and the workers into dist/. */
export async function ensureBundles() {
  const stamp = join(root, "dist", ".irradant-bundled");
  const print = fingerprint([
    "package-lock.json",
    "setup/bundle.mjs",
    "setup/steps.mjs",
    "src/core",
    "src/db",
    "src/server",
    "src/front",
    "bin",
    "bench",
  ]);
  if (upToDate(stamp, print)) return;
  const { bundle } = await import(pathToFileURL(join(root, "setup", "bundle.mjs")).href);
  await bundle();
  writeStamp(stamp, print);
}

/** Builds the web application unless it is built from what is there now. */
export async function ensureBuild() {
  await ensureBundles();
  const stamp = join(root, ".next", "irradant-built");
  const print = fingerprint([
    "package-lock.json",
    "next.config.ts",
    "postcss.config.mjs",
    "tsconfig.json",
    "setup/serviceWorker.mjs",
    "src",
  ]);
  if (upToDate(stamp, print)) return;
  say("building the application");
  const status = run(process.execPath, ["node_modules/next/dist/bin/next", "build"], {
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" },
    stdio: ["ignore", 2, 2],
  });
  if (status !== 0) stop("the build failed; see the lines above.");
  const { bundleServiceWorker } = await import(pathToFileURL(join(root, "setup", "serviceWorker.mjs")).href);
  await bundleServiceWorker();
  writeStamp(stamp, print);
}

/** Debian's Chromium, for the browser tests and the pictures. */
export function ensureChromium() {
  if (existsSync("/usr/bin/chromium")) return;
  say("installing Chromium from Debian's packages");
  const quiet = { stdio: ["ignore", 2, 2], env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" } };
  const sudo = process.getuid?.() === 0 ? [] : ["sudo", "-n"];
  const apt = (...args) => run([...sudo, "apt-get"][0], [...[...sudo, "apt-get"].slice(1), ...args], quiet);
  if (apt("update", "-qq") !== 0 || apt("install", "-y", "-qq", "chromium") !== 0) {
    stop("Chromium could not be installed. Install Debian's package chromium and try again.");
  }
}

/** What starts the built application, and what it is told by. */
export function serverCommand(host, port, env) {
  return { args: [join(root, "dist", "serve.mjs")], env: { ...env, HOST: host, PORT: String(port) } };
}
