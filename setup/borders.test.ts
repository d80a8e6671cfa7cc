import { spawnSync } from "node:child_process";
import { cpSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { afterAll, beforeAll, expect, it } from "vitest";

/** A house of its own, with one room for each forbidden arrow; nothing is written into the real one. */
const house = mkdtempSync(join(tmpdir(), "irradant-borders-"));
const { forbidden } = createRequire(import.meta.url)("../.dependency-cruiser.cjs") as { forbidden: { name: string }[] };

/** From where to where, and which rule says no. */
const ARROWS: [from: string, to: string, rule: string][] = [
  ["src/core/sun/toReact.ts", "react", "core-is-pure"],
  ["src/core/sun/toNext.ts", "next/link", "core-is-pure"],
  ["src/core/sun/toSequelize.ts", "sequelize", "core-is-pure"],
  ["src/core/sun/toNode.ts", "node:fs", "core-without-node"],
  ["src/core/sun/toDb.ts", "@/db/target", "core-below-all"],
  ["src/core/sun/toServer.ts", "@/server/target", "core-below-all"],
  ["src/core/sun/toUi.ts", "../../ui/target", "core-below-all"],
  ["src/core/errors/toSeries.ts", "../series/target", "core-errors"],
  ["src/core/series/toSun.ts", "../sun/target", "core-series"],
  ["src/core/sun/toSky.ts", "../sky/target", "core-sun"],
  ["src/core/electrical/toFormats.ts", "../formats/target", "core-electrical"],
  ["src/core/formats/toDiagnosis.ts", "../diagnosis/target", "core-formats"],
  ["src/core/losses/toExpected.ts", "../expected/target", "core-losses"],
  ["src/core/signatures/toDiagnosis.ts", "../diagnosis/target", "core-signatures"],
  ["src/core/causes/dust/about.ts", "../../expected/target", "core-causes"],
  ["src/core/causes/dust/engine.ts", "../../diagnosis/target", "core-causes-told"],
  ["src/core/inspection/toDiagnosis.ts", "../diagnosis/target", "core-inspection"],
  ["src/core/expected/toComparison.ts", "../comparison/target", "core-expected"],
  ["src/core/attic/homeless.ts", "../sun/target", "core-knows-its-steps"],
  ["src/db/toServer.ts", "@/server/target", "db-above-core"],
  ["src/server/toUi.ts", "@/ui/target", "server-above-db"],
  ["src/app/toDb.ts", "@/db/target", "app-is-thin"],
  ["src/app/toSequelize.ts", "sequelize", "app-is-thin"],
  ["src/ui/toDb.ts", "@/db/target", "ui-asks-use-cases"],
  ["src/ui/toServer.ts", "@/server/target", "ui-knows-shapes-only"],
  ["src/front/toUi.ts", "@/ui/target", "front-is-outside"],
  ["src/server/toFront.ts", "@/front/target", "nothing-knows-the-front"],
  ["src/field/toServer.ts", "@/server/target", "field-above-core"],
  ["src/field/toUi.ts", "@/ui/target", "field-above-core"],
  ["src/server/toField.ts", "@/field/target", "server-above-db"],
  ["src/core/sun/toField.ts", "@/field/target", "core-below-all"],
  ["src/server/toDev.ts", "vitest", "not-to-dev"],
  ["src/server/toNowhere.ts", "@/server/gone", "resolvable"],
  ["src/server/toTest.ts", "./some.test", "not-to-tests"],
];

const ALLOWED: [from: string, to: string][] = [
  ["src/server/allowed.ts", "@/core/sun/target"],
  ["src/core/causes/dust/fault.ts", "../../expected/target"],
  ["src/core/sun/allowed.ts", "../series/target"],
  ["src/app/allowed.ts", "@/server/target"],
  ["src/field/allowed.ts", "@/core/sun/target"],
  ["src/ui/allowed.ts", "@/field/target"],
];

const broken = new Map<string, Set<string>>();

beforeAll(() => {
  const put = (path: string, text: string) => {
    mkdirSync(dirname(join(house, path)), { recursive: true });
    writeFileSync(join(house, path), text);
  };
  for (const folder of "series sun sky formats diagnosis expected comparison".split(" "))
    put(`src/core/${folder}/target.ts`, "export const it = 1;\n");
  for (const layer of ["db", "server", "field", "ui", "front"]) put(`src/${layer}/target.ts`, "export const it = 1;\n");
  put("src/server/some.test.ts", "export const it = 1;\n");
  for (const [from, to] of [...ARROWS, ...ALLOWED]) put(from, `import * as it from "${to}";\nexport const held = it;\n`);
  put("src/core/expected/one.ts", `import { b } from "./two";\nexport const a = b;\n`);
  put("src/core/expected/two.ts", `import { a } from "./one";\nexport const b = a;\n`);
  put("src/server/alone.ts", "export {};\n");
  for (const name of ["tsconfig.json", ".dependency-cruiser.cjs", "package.json"]) cpSync(name, join(house, name));
  symlinkSync(join(process.cwd(), "node_modules"), join(house, "node_modules"));
  const cruise = join(process.cwd(), "node_modules/dependency-cruiser/bin/dependency-cruise.mjs");
  const { stdout } = spawnSync(process.execPath, [cruise, "--output-type", "json", "src"], { cwd: house, encoding: "utf8" });
  const { summary } = JSON.parse(stdout) as { summary: { violations: { from: string; rule: { name: string } }[] } };
  for (const { from, rule } of summary.violations) broken.set(from, (broken.get(from) ?? new Set()).add(rule.name));
});
afterAll(() => rmSync(house, { recursive: true }));

it.each(ARROWS)("%s may not import %s", (from, _, rule) => {
  expect([...(broken.get(from) ?? [])]).toContain(rule);
});

it("files may not import each other, nor hang on nothing", () => {
  expect([...(broken.get("src/core/expected/one.ts") ?? [])]).toContain("no-cycle");
  expect([...(broken.get("src/server/alone.ts") ?? [])]).toContain("no-orphan");
});

it.each(ALLOWED)("%s may import %s", (from) => {
  expect(broken.get(from)).toBeUndefined();
});

it("every rule is tried", () => {
  const tried = new Set([...broken.values()].flatMap((rules) => [...rules]));
  const untried = forbidden.map(({ name }) => name).filter((name) => !tried.has(name) && !/^core-(?!below|is|without|knows)/.test(name));
  expect(untried).toEqual([]);
});

it("the core can't use Node's or the browser's globals", () => {
  cpSync("biome.json", join(house, "biome.json"));
  const biome = join(process.cwd(), "node_modules/@biomejs/biome/bin/biome");
  const lint = (text: string) => {
    writeFileSync(join(house, "src/core/sun/here.ts"), text);
    const { stdout, stderr } = spawnSync(process.execPath, [biome, "lint", "--vcs-enabled=false", "src/core/sun/here.ts"], {
      cwd: house,
      encoding: "utf8",
    });
    return stdout + stderr;
  };
  expect(lint("export const here = process.cwd();\n")).toContain("noRestrictedGlobals");
  expect(lint("export const here = window.location;\n")).toContain("noRestrictedGlobals");
  expect(lint("export const here = 1;\n")).not.toContain("noRestrictedGlobals");
});
