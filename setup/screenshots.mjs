// `npm run screenshots [-- FOLDER]`: pictures of the main views from the demo data.
import { mkdirSync, readFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { checkNode, ensureBuild, ensureChromium, ensureModules, root } from "./steps.mjs";

checkNode();
ensureModules();
ensureChromium();
await ensureBuild();
const { chromium } = await import("@playwright/test");
const { serveDemo } = await import("./serveForTests.mjs");

const folder = resolve(process.argv[2] ?? join(root, "docs/screenshots"));
mkdirSync(folder, { recursive: true });
const demo = await serveDemo();
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-quic", "--disable-background-networking"],
});

const DESK = { width: 1280, height: 800 };
const TABLET = { width: 820, height: 1180 };
const PHONE = { width: 390, height: 844 };
const CASE = "/cases/larch-house-2026";

async function shoot(name, path, viewport, { dark = false, before, fullPage = false } = {}) {
  const context = await browser.newContext({ viewport, deviceScaleFactor: 1, hasTouch: viewport !== DESK });
  if (dark) await context.addCookies([{ name: "irradant-sheet", value: "dark", url: demo.address }]);
  const page = await context.newPage();
  page.setDefaultTimeout(8000);
  await page.goto(demo.address + path, { waitUntil: "networkidle" });
  await before?.(page);
  await page.waitForTimeout(300);
  await page.screenshot({ path: join(folder, `${name}.png`), fullPage });
  await context.close();
}

const recordFinding = async (page) => {
  const point = page.getByRole("article", { name: /^Rust marks/ });
  await point.getByText("Rust marks, cracks or drops inside").click();
  await point.getByLabel("Photo of Rust marks").setInputFiles(join(demo.folder, "demo-files/isolator.jpg"));
  await point.getByLabel("Note").fill("Rust run below the entry from above; contact of s2 black");
  await point.getByLabel("Note").blur();
  await page.getByText("All kept").waitFor();
  await page.waitForLoadState("networkidle");
  await point.evaluate((sheet) => sheet.scrollIntoView({ block: "start" }));
};

/** A string that is just being run: its last two modules are still free. */
const takeOneOff = async (page) => {
  await page.getByRole("application").focus();
  for (const key of ["Backspace", "Backspace"]) await page.keyboard.press(key);
  await page.getByText("2 modules are wired to nothing").waitFor();
};

/** Three that wait, with the list of them open. */
const openStrip = async (page) => {
  await page.getByRole("button", { name: "All points" }).click();
  await page.getByLabel("Your name").fill("Jana Moser");
  await page
    .getByRole("button", { name: "Begin" })
    .or(page.getByRole("button", { name: "Go on" }))
    .click();
  await page.route("**/api/**", (route) => (route.request().method() === "GET" ? route.continue() : route.abort()));
  const point = page.getByRole("article", { name: /^Heat marks on bar/ });
  await point.getByText("Browned, or over 20 K warmer").click();
  await point.getByLabel("Note").fill("Second screw from the left brown, the others cold");
  await point.getByLabel("Note").blur();
  await point.getByLabel("Photo of Heat marks on bar").setInputFiles(join(demo.folder, "demo-files/isolator.jpg"));
  await page.getByRole("button", { name: /recorded on this device: 3 waiting/ }).click();
  await page.getByText("Waiting: No connection").first().waitFor();
};

const ribbonDrawn = (page) => page.locator("canvas[aria-busy=false]").waitFor();

const skyDrawn = (page) => page.getByText(/^The data imply/).waitFor();

/** Two months of the house as a portal would give them: semicolons, decimal commas, local time; on a clock that is set two hours off. */
const bringExport = async (page) => {
  const comma = (text, factor, digits) => (Number(text) * factor).toFixed(digits).replace(".", ",");
  const rows = readFileSync(join(demo.folder, "demo-files/larch-house.production.csv"), "utf8")
    .split("\n")
    .filter((line) => line >= "2026-01-31T23:00" && line < "2026-03-28T23:00")
    .map((line) => {
      const [at, power, current] = line.split(",");
      const wall = new Date(Date.parse(at) + 3_600_000).toISOString();
      const stamp = `${wall.slice(8, 10)}.${wall.slice(5, 7)}.${wall.slice(0, 4)} ${wall.slice(11, 16)}`;
      return `${stamp};${comma(power, 0.001, 4)};${comma(current, 1, 2)};50,01`;
    });
  const text = ["Anlagenbericht", "Zeit;Leistung WR 1 [kW];Strom String 1 [A];Netzfrequenz [Hz]", ...rows].join("\r\n");
  await page.getByLabel("Exports").setInputFiles({ name: "portal-february-march.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  await page.getByText("It lies on the clear sky").waitFor({ timeout: 20_000 });
  await page.getByLabel("Clock", { exact: true }).selectOption("UTC+03:00");
  await page.getByText("The sun contradicts this clock").waitFor({ timeout: 20_000 });
};

try {
  await shoot("triage", "/", DESK);
  await shoot("brief", `${CASE}/brief`, DESK);
  await shoot("walk", `${CASE}/walk#isolator-wet`, DESK, { before: recordFinding });
  await shoot("walk-tablet", `${CASE}/walk#isolator-wet`, TABLET);
  await shoot("walk-phone", `${CASE}/walk#isolator-wet`, PHONE);
  await shoot("plan", "/cases/chapel-annex-2025/walk", DESK, {
    before: async (page) => {
      await page.getByRole("button", { name: "Plan", exact: true }).click();
      await page.getByRole("button", { name: /plane nave/ }).click();
    },
  });
  await shoot("recorded-phone", `${CASE}/walk#board-heat`, PHONE, { before: openStrip });
  await shoot("compare", `${CASE}/compare?day=2026-03-20`, DESK, { before: ribbonDrawn });
  await shoot("compare-sky", "/cases/lake-rack-2026/compare?leaf=sky", DESK, { before: skyDrawn });
  await shoot("compare-parts", "/cases/joinery-2026/compare?leaf=parts&part=c1", DESK);
  await shoot("cascade", `${CASE}/compare?leaf=cascade`, DESK);
  await shoot("assumptions", `${CASE}/compare?leaf=assumptions`, DESK, {
    before: async (page) => {
      await page.getByRole("button", { name: "Show what each one does" }).click();
      await page.getByText("Beside each").waitFor({ timeout: 60_000 });
    },
  });
  await shoot("diagnose", `${CASE}/diagnose`, DESK);
  await shoot("diagnose-dark", `${CASE}/diagnose`, DESK, { dark: true });
  await shoot("ledger-phone", `${CASE}/diagnose`, PHONE, { before: (page) => page.getByRole("button", { name: /^Ledger/ }).click() });
  await shoot("hand-over", `${CASE}/hand-over`, DESK, { fullPage: true });
  await shoot("bring-in", "/sites/larch-house/import", DESK, { before: bringExport });
  await shoot("draw-wiring", "/sites/weir-barn/edit?leaf=wiring", DESK, { before: takeOneOff });
  await shoot("site", "/sites/larch-house", DESK, { fullPage: true });
} finally {
  await browser.close();
  await demo.close();
}
process.stdout.write(`Pictures are in ${folder}\n`);
