import { spawnSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { describe, expect, it } from "vitest";
import { diagnosisSchema } from "@/core/formats/diagnosisFile";
import { jsonSchemaOf, keysOf } from "@/core/formats/jsonSchema";
import { readingSchema } from "@/core/formats/readingFile";
import { readSeriesCsv } from "@/core/formats/seriesCsv";
import { readSiteFile } from "@/core/formats/siteFile";
import { siteKeyTable } from "@/core/formats/siteKeyTable";
import { SITE_WORDS } from "@/core/site/siteWords";
import { parts } from "../bin/docs";

const formats = readFileSync("docs/formats.md", "utf8");
const blocks = (language: string) =>
  [...formats.matchAll(new RegExp(`\`\`\`${language}\n([\\s\\S]*?)\`\`\``, "g"))].map(([, text]) => text);

describe("the repository", () => {
  it("leaves no source out: a pattern that keeps data or builds out may hit a folder of ours", () => {
    const asked = ["ls-files", "--others", "--ignored", "--exclude-standard", "--", "src", "bin", "bench", "e2e", "setup", "docs"];
    const { error, status, stdout } = spawnSync("git", asked, { encoding: "utf8" });
    // Without git, or out of an archive, nothing is ignored.
    if (error || status !== 0) return;
    expect(stdout.trim()).toBe("");
  });
});

describe("docs/formats.md", () => {
  it("has a site file that is read as it stands", () => {
    const site = readSiteFile(blocks("json")[0], "docs/formats.md");
    expect(site).toMatchObject({ id: "hay-barn", albedo: 0.2, strings: [{ id: "s1" }, { id: "s2" }] });
    expect(site).toHaveProperty("$schema");
  });

  it("has series that are read as they stand, gap and empty cell and all", () => {
    const [production, weather] = blocks("csv");
    expect(readSeriesCsv(production, "production", "p").grid).toMatchObject({ stepMs: 900_000, count: 4 });
    expect([...(readSeriesCsv(weather, "weather", "w").channels.get("ghi") ?? [])]).toEqual([842, 856]);
  });

  it("has a diagnosis of the format, whose energies add up", () => {
    const { energy, causes } = diagnosisSchema.parse(JSON.parse(blocks("json")[1]));
    expect(causes.reduce((sum, { lossKwh }) => sum + lossKwh, energy.unexplainedKwh)).toBeCloseTo(energy.lossKwh, 6);
    expect(energy.expectedKwh - energy.measuredKwh).toBeCloseTo(energy.lossKwh, 6);
  });

  it("has a reading of the format, which refuses a kind that there isn't and a value that can't be", () => {
    const reading = JSON.parse(blocks("json")[2]);
    expect(readingSchema.parse(reading)).toMatchObject({ kind: "insulation-resistance", measuredMohm: 2.4 });
    expect(readingSchema.safeParse({ ...reading, kind: "moonlight" }).success).toBe(false);
    expect(readingSchema.safeParse({ ...reading, surgeProtector: "perhaps" }).success).toBe(false);
    expect(readingSchema.safeParse({ ...reading, measuredMohm: -1 }).success).toBe(false);
    expect(readingSchema.parse({ format: "irradant-reading/1", kind: "continuity", measuredOhm: 0.2 })).toMatchObject({ limitOhm: 0.5 });
  });

  it("has words for every key that there is, and for none that there isn't", () => {
    const keys = keysOf(jsonSchemaOf("site")).map(({ path }) => path);
    expect(Object.keys(SITE_WORDS).sort()).toEqual([...new Set(keys)].sort());
    expect(siteKeyTable()).toContain("| `planes[].tiltDeg` | tilt from horizontal, degrees | 0 to 90 | **needed** |");
  });
});

it("what docs/ takes from the code is what the code says now (npm run docs)", () => {
  for (const { file, mark, text } of parts()) {
    const page = readFileSync(join("docs", file), "utf8");
    expect(page, `${file}, ${mark}`).toContain(`<!-- ${mark}: made by npm run docs -->\n\n${text}\n\n<!-- end of ${mark} -->`);
  }
});

it("every link in the pages leads to something, and every path that they name is there", () => {
  const pages = [
    "README.md",
    "CONTRIBUTING.md",
    "CHANGELOG.md",
    ...readdirSync("docs").flatMap((name) => (name.endsWith(".md") ? [`docs/${name}`] : [])),
  ];
  for (const page of pages) {
    const text = readFileSync(page, "utf8");
    for (const [, link] of text.matchAll(/\]\((?!https?:|#)([^)#]+)(?:#[^)]*)?\)/g))
      expect(existsSync(join(dirname(page), link)), `${page}: ${link}`).toBe(true);
    for (const [, path] of text.matchAll(/`((?:src|setup|bin|bench|e2e|docs)\/[\w./[\]-]+\.(?:ts|tsx|mjs|md|css|cjs))`/g))
      expect(existsSync(path), `${page}: ${path}`).toBe(true);
  }
});
