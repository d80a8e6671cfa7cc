import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { beforeAll, describe, expect, it } from "vitest";
import { diagnosisSchema } from "@/core/formats/diagnosisFile";
import { readSeriesCsv, writeSeriesCsv } from "@/core/formats/seriesCsv";
import { writeSiteFile } from "@/core/formats/siteFile";
import { exampleSite } from "@/core/simulator/exampleSite";
import { simulateProduction } from "@/core/simulator/production";
import { makeWeather } from "@/core/simulator/weatherMaker";

const folder = mkdtempSync(join(tmpdir(), "irradant-command-"));
const file = (name: string) => join(folder, name);
const COMMAND = [process.execPath, join(process.cwd(), "bin", "irradant.mjs")];
/** By npm, as docs/formats.md has it, once for all: its start takes longer than most commands. */
const BY_NPM = ["npm", "run", "--silent", "irradant", "--"];
const run = (args: string[], input = "", [program, ...before] = COMMAND) => {
  const { status, stdout, stderr } = spawnSync(program, [...before, ...args], { input, encoding: "utf8", maxBuffer: 1 << 28 });
  return { status, stdout, stderr: stderr.split("\n").filter((line) => line && !line.startsWith("npm warn")) };
};

beforeAll(() => {
  const site = exampleSite();
  const weather = makeWeather({ startMs: Date.parse("2025-03-01T00:00:00Z"), stepMs: 900_000, count: 96 * 30 }, site.location, 5);
  const { production } = simulateProduction(site, weather, {
    seed: 5,
    stringCurrents: true,
    faults: [{ kind: "string-open", string: "s2", fromMs: Date.parse("2025-03-14T00:00Z") }],
  });
  writeFileSync(file("a.site.json"), writeSiteFile(site));
  writeFileSync(file("weather.csv"), [...writeSeriesCsv(weather)].join(""));
  writeFileSync(file("production.csv"), [...writeSeriesCsv(production)].join(""));
});

it("sun: writes azimuth, zenith and apparent elevation for each instant, with a western longitude", () => {
  const { status, stdout } = run(
    ["sun", "--lat", "39.742476", "--lon", "-105.1786", "--elevation", "1830.14"],
    "timestamp\n2003-10-17T12:30:30-07:00\n",
    BY_NPM,
  );
  expect(status).toBe(0);
  const [head, row] = stdout.trim().split("\n");
  expect(head).toBe("timestamp,azimuth_deg,zenith_deg,elevation_apparent_deg");
  const [at, azimuth, zenith, elevation] = row.split(",");
  expect(at).toBe("2003-10-17T12:30:30-07:00");
  expect(Number(azimuth)).toBeCloseTo(194.3402, 3);
  expect(90 - Number(elevation)).toBeCloseTo(50.1116, 2);
  expect(Number(zenith)).toBeGreaterThan(90 - Number(elevation));
});

/** The production as a portal writes it: local time, kilowatts, decimal commas. */
function portalExport(): string {
  const { grid, channels } = readSeriesCsv(readFileSync(file("production.csv"), "utf8"), "production", "p");
  const power = channels.get("inv1.ac_w") as Float64Array;
  const rows = Array.from(power, (watts, i) => {
    // March until the change of clocks: an hour ahead of UTC.
    const wall = new Date(grid.startMs + i * grid.stepMs + 3_600_000).toISOString();
    return `${wall.slice(8, 10)}.${wall.slice(5, 7)}.${wall.slice(0, 4)} ${wall.slice(11, 16)};${(watts / 1000).toFixed(4).replace(".", ",")}`;
  });
  return ["Zeit;Leistung [kW]", ...rows.slice(0, 96 * 28)].join("\r\n");
}

it("normalise: writes somebody's export as a series of ours, and says as JSON what was made of it", () => {
  const { status, stdout, stderr } = run(["normalise", "--site", file("a.site.json")], portalExport());
  expect(status).toBe(0);
  const { grid, channels } = readSeriesCsv(stdout, "production", "out");
  const truth = readSeriesCsv(readFileSync(file("production.csv"), "utf8"), "production", "p");
  expect(grid).toEqual({ ...truth.grid, count: 96 * 28 });
  const [want, have] = [truth.channels.get("inv1.ac_w"), channels.get("inv1.ac_w")] as [Float64Array, Float64Array];
  expect(have.every((watts, i) => Math.abs(watts - want[i]) < 0.06)).toBe(true);
  const said = JSON.parse(stderr.join(""));
  expect(said).toMatchObject({ format: "irradant-normalised/1", zone: "Europe/Vienna", unit: "kW", interval: 15, repairs: [] });
  expect(said.mapping).toMatchObject([{ column: "Leistung [kW]", to: "inv1.ac_w", unit: "kW", form: "mean" }]);
});

it("normalise: refuses what is broken with its line, and writes nothing", () => {
  const broken = portalExport().replace("0,0000", "viel");
  const { status, stdout, stderr } = run(["normalise", "--site", file("a.site.json")], broken);
  expect({ status, stdout }).toEqual({ status: 2, stdout: "" });
  expect(stderr).toHaveLength(1);
  expect(stderr[0]).toMatch(/standard input, line \d+, Leistung \[kW\]: found "viel", expected a number with a decimal comma/);
});

it("expected: writes plane and inverter columns on the weather's axis, from a file or standard input", () => {
  const first = run(["expected", "--site", file("a.site.json"), "--weather", file("weather.csv")]);
  expect(first.status).toBe(0);
  const [head, ...rows] = first.stdout.trim().split("\n");
  expect(head).toBe("timestamp,poa.south,t_cell.south,inv1.dc_w,inv1.ac_w");
  expect(rows).toHaveLength(96 * 30);
  expect(rows[0].startsWith("2025-03-01T00:00:00Z,0,")).toBe(true);
  const weather = [...writeSeriesCsv(readSeriesCsv(first.stdout.replace(head, "timestamp,ghi,t_air,x,y"), "weather", "w"))].join("");
  expect(run(["expected", "--site", file("a.site.json"), "--weather", "-"], weather).status).toBe(0);
});

it("diagnose: writes a diagnosis of the public format that names the dead string", () => {
  const { status, stdout } = run([
    "diagnose",
    "--site",
    file("a.site.json"),
    "--weather",
    file("weather.csv"),
    "--production",
    file("production.csv"),
  ]);
  expect(status).toBe(0);
  const diagnosis = diagnosisSchema.parse(JSON.parse(stdout));
  expect(diagnosis.causes.find(({ cause }) => cause === "string-open")).toMatchObject({ scope: "s2", to: null });
});

it("diagnose: lays evidence from the site on what the data show, and refuses what the site hasn't", () => {
  const files = ["--site", file("a.site.json"), "--weather", file("weather.csv"), "--production", file("production.csv")];
  const isolator = { point: "isolator-box", grade: "stop", scope: "s2", at: "2025-03-20T10:00:00Z" };
  const evidence = (findings: object[]) => {
    writeFileSync(file("evidence.json"), JSON.stringify({ format: "irradant-evidence/1", findings }));
    return run(["diagnose", ...files, "--evidence", file("evidence.json")]);
  };
  const before = diagnosisSchema.parse(JSON.parse(run(["diagnose", ...files]).stdout));
  const { status, stdout } = evidence([isolator]);
  expect(status).toBe(0);
  const after = diagnosisSchema.parse(JSON.parse(stdout));
  expect(after.energy).toEqual(before.energy);
  expect(after.danger).toEqual([expect.objectContaining({ scope: "s2" })]);
  expect(after.causes[0].evidence.map(({ from }) => from)).toContain("finding");
  const bad = evidence([{ ...isolator, scope: "s9" }]);
  expect(bad.status).toBe(2);
  expect(bad.stderr[0]).toContain('evidence.json, findings.0.scope: found "s9", expected a place of the site');
});

it("check: holds a site against its design limits, those that it breaks first", () => {
  const site = exampleSite((made) => {
    made.strings[0].modules = 40;
    made.inverters[0].maxDcV = 1000;
  });
  writeFileSync(file("long.site.json"), writeSiteFile(site));
  const { status, stdout } = run(["check", "--site", file("long.site.json")]);
  expect(status).toBe(0);
  const check = JSON.parse(stdout) as { format: string; limits: { ok: boolean }[] };
  expect(check.format).toBe("irradant-check/1");
  expect(check.limits[0]).toMatchObject({ id: "cold-voltage", scope: "s1", limit: 1000, unit: "V", ok: false });
  expect(check.limits.at(-1)?.ok).toBe(true);
});

it("verdict: judges one measurement from standard input, and refuses what isn't one", () => {
  const reading = { format: "irradant-reading/1", kind: "hot-cell", deltaTC: 18, irradianceWm2: 800 };
  const { status, stdout } = run(["verdict"], JSON.stringify(reading));
  expect(status).toBe(0);
  expect(JSON.parse(stdout)).toMatchObject({
    format: "irradant-verdict/1",
    kind: "hot-cell",
    verdict: "fail",
    expected: { value: 22.5, unit: "K" },
  });
  const bad = run(["verdict"], JSON.stringify({ ...reading, irradianceWm2: "bright" }));
  expect(bad.status).toBe(2);
  expect(bad.stderr[0]).toContain('standard input, irradianceWm2: found "bright"');
});

it("sum: works out one calculation from standard input, and refuses values that can't be with their range", () => {
  const overhang = { format: "irradant-sum/1", kind: "rail-overhang", spanMm: 1200, overhangMm: 410 };
  const { status, stdout } = run(["sum"], JSON.stringify(overhang));
  expect(status).toBe(0);
  expect(JSON.parse(stdout)).toMatchObject({
    format: "irradant-sum-answer/1",
    kind: "rail-overhang",
    values: { limitMm: 400 },
    ok: false,
    formula: "limit = span × share",
  });
  const bad = run(["sum"], JSON.stringify({ ...overhang, spanMm: 12, overhangMm: -1 }));
  expect(bad.status).toBe(2);
  expect(bad.stderr).toEqual([
    "irradant: standard input, spanMm: found 12, expected a number from 100 to 100000; overhangMm: found -1, expected a number from 0",
  ]);
  const unknown = run(["sum"], JSON.stringify({ ...overhang, kind: "dance" }));
  expect(unknown.stderr[0]).toContain('kind: found "dance", expected "rail-overhang" or "thermal-expansion" or ');
});

it("route: writes the walk of a site by stations, with what each grade says", () => {
  const { status, stdout } = run(["route", "--site", file("a.site.json")]);
  expect(status).toBe(0);
  const { format, stops } = JSON.parse(stdout);
  expect(format).toBe("irradant-route/1");
  expect(stops[0].station).toBe("ground");
  const points = stops.flatMap(({ points: list }: { points: { id: string; grades: object[]; speaksFor: string[] }[] }) => list);
  expect(points.find(({ id }: { id: string }) => id === "isolator-wet").speaksFor).toContain("string-open");
});

it("route: what a complaint and a diagnosis are about comes first at each stop; what is no diagnosis is refused", () => {
  const atBoard = (...more: string[]) => {
    const { stdout } = run(["route", "--site", file("a.site.json"), ...more]);
    const { stops } = JSON.parse(stdout) as { stops: { station: string; points: { id: string; title: string; speaksFor: string[] }[] }[] };
    return Object.fromEntries(stops.map(({ station, points }) => [station, points]));
  };
  const usual = atBoard();
  const burnt = atBoard("--complaint", "It smells burnt in the cellar");
  expect(burnt.board[0].title).toMatch(/heat/i);
  expect(burnt.board.map(({ id }) => id).sort()).toEqual(usual.board.map(({ id }) => id).sort());
  const cause = { cause: "shading", scope: "site", from: "2026-01-01T00:00:00Z", to: null, lossKwh: 9, regainKwh: 9, confidence: 0.9 };
  const period = { from: "2026-01-01T00:00:00Z", to: "2026-02-01T00:00:00Z" };
  const energy = { expectedKwh: 9, measuredKwh: 9, lossKwh: 0, unexplainedKwh: 0, performanceRatio: 1, performanceIndex: 1 };
  const diagnosis = {
    ...{ format: "irradant-diagnosis/1", site: "a", period, healthy: false, energy: { ...energy, moneyLost: null, currency: null } },
    causes: [{ ...cause, evidence: [], nextTest: "look" }],
  };
  writeFileSync(file("told.json"), JSON.stringify(diagnosis));
  const shaded = atBoard("--diagnosis", file("told.json"));
  // What keeps people whole stays where it stands.
  const [first, about] = [usual, shaded].map(({ ground }) => ground.findIndex(({ id }) => id === "not-alone") + 1);
  expect(shaded.ground.slice(0, about)).toEqual(usual.ground.slice(0, first));
  expect(shaded.ground[about].speaksFor).toContain("shading");
  expect(usual.ground[first].speaksFor).not.toContain("shading");
  writeFileSync(file("told.json"), "{}");
  const bad = run(["route", "--site", file("a.site.json"), "--diagnosis", file("told.json")]);
  expect(bad.status).toBe(2);
  expect(bad.stderr[0]).toContain("told.json, format");
});

it("catalogue: writes what is looked at, and route walks by a firm's own; a broken one is refused with its key", () => {
  const { status, stdout } = run(["catalogue"]);
  expect(status).toBe(0);
  const catalogue = JSON.parse(stdout) as { stations: { points: { title: string }[] }[] };
  catalogue.stations[0].points[0].title = "Our first look";
  writeFileSync(file("walk.json"), JSON.stringify(catalogue));
  const route = run(["route", "--site", file("a.site.json"), "--catalogue", file("walk.json")]);
  expect(JSON.parse(route.stdout).stops[0].points[0].title).toBe("Our first look");
  catalogue.stations[0].points[1] = catalogue.stations[0].points[0];
  writeFileSync(file("walk.json"), JSON.stringify(catalogue));
  const bad = run(["route", "--site", file("a.site.json"), "--catalogue", file("walk.json")]);
  expect(bad.status).toBe(2);
  expect(bad.stderr[0]).toMatch(/walk\.json, stations\.0\.points\.1\.id: .*each id once/);
});

it("simulate: writes a production that reads, the same for the same seed, and the truth of each fault", () => {
  const faults = [
    { cause: "string-open", scope: "s2", from: "2025-03-14T10:00:00Z", to: null },
    { cause: "soiling", scope: "site", from: null, to: null, pctPerDay: 0.2 },
  ];
  writeFileSync(file("faults.json"), JSON.stringify({ format: "irradant-faults/1", noisePct: 1, faults }));
  const args = ["simulate", "--site", file("a.site.json"), "--weather", file("weather.csv"), "--faults", file("faults.json")];
  const { status, stdout, stderr } = run([...args, "--seed", "7"]);
  expect(status).toBe(0);
  expect(stderr).toHaveLength(1);
  const truth = JSON.parse(stderr[0]);
  expect(truth.faults).toMatchObject([
    { cause: "string-open", scope: "s2", from: "2025-03-14T10:00:00Z", to: null },
    { cause: "soiling", scope: "site", to: null },
  ]);
  for (const { lossKwh } of truth.faults) expect(lossKwh).toBeGreaterThan(0);
  expect([...readSeriesCsv(stdout, "production", "p.csv").channels.keys()]).toEqual(
    expect.arrayContaining(["inv1.ac_w", "inv1.dc_w", "s2.dc_a", "s2.dc_v", "meter.main.kwh"]),
  );
  expect(run([...args, "--seed", "7"]).stdout).toBe(stdout);
  expect(run([...args, "--seed", "8"]).stdout).not.toBe(stdout);
  writeFileSync(file("bad.json"), JSON.stringify({ format: "irradant-faults/1", faults: [{ cause: "string-open", scope: "s9" }] }));
  const bad = run([...args.slice(0, -1), file("bad.json")]);
  expect(bad.status).toBe(2);
  expect(bad.stderr[0]).toContain('bad.json, faults.0.scope: found "s9", expected a string of the site for string-open');
});

describe("unusable input ends with 2 and one line that says what and where", () => {
  it.each<[string, string[], RegExp]>([
    [
      "no such command",
      ["dance"],
      /no command "dance", expected one of sun, expected, diagnose, verdict, check, normalise, sum, simulate, route, catalogue, schema/,
    ],
    ["no such format", ["schema", "moon"], /schema: found "moon", expected one of site, reading, evidence, sum, diagnosis/],
    ["no such file", ["expected", "--site", "/nowhere.json", "--weather", "w"], /\/nowhere\.json: found no such file/],
    ["a missing option", ["diagnose", "--site", "x"], /--weather is missing/],
    ["a latitude off the globe", ["sun", "--lat", "95", "--lon", "0"], /--lat: found "95", expected a number from -90 to 90/],
    ["an unknown option", ["sun", "--lat", "1", "--lon", "1", "--moon", "1"], /moon/],
    [
      "weather for production",
      ["diagnose", "--site", file("a.site.json"), "--weather", file("weather.csv"), "--production", file("weather.csv")],
      /weather\.csv, line 1: found columns .* expected a production column/,
    ],
  ])("%s", (_, args, says) => {
    const { status, stdout, stderr } = run(args);
    expect(status).toBe(2);
    expect(stdout).toBe("");
    expect(stderr).toHaveLength(1);
    expect(stderr[0]).toMatch(says);
  });
});

it("expected: refuses weather without light, naming the column", () => {
  const dark = "timestamp,ghi,t_air\n2025-06-10T10:00:00Z,,12\n2025-06-10T10:15:00Z,,12\n";
  const { status, stdout, stderr } = run(["expected", "--site", file("a.site.json"), "--weather", "-"], dark);
  expect(status).toBe(2);
  expect(stdout).toBe("");
  expect(stderr).toHaveLength(1);
  expect(stderr[0]).toMatch(/ghi: found no value at all/);
});

it("tells how it is called: in all, by command with an example, and its version", () => {
  const all = run(["--help"]);
  expect(all.status).toBe(0);
  for (const name of ["sun", "expected", "diagnose", "verdict", "sum", "simulate", "route", "catalogue", "schema"]) {
    expect(all.stdout).toContain(`  ${name} `);
    const one = run([name, "--help"]);
    expect(one).toMatchObject({ status: 0, stderr: [] });
    expect(one.stdout).toMatch(/Usage: irradant .*\n[\s\S]*Example: .*irradant .*\n[\s\S]*Exit code: 0 when done/);
  }
  expect(run(["--version"]).stdout).toMatch(/^irradant \d+\.\d+\.\d+\n$/);
  expect(run([]).status).toBe(2);
});

it("tells five of five mistakes in a site file, in one line", () => {
  const site = JSON.parse(writeSiteFile(exampleSite()));
  site.location.lat = 146;
  site.planes[0].tiltDeg = "steep";
  site.strings[0].modules = 0;
  site.tariff = { ...site.tariff, currency: "<b>" };
  site.commissioned = "2019-02-30";
  writeFileSync(file("five.site.json"), JSON.stringify(site));
  const { status, stderr } = run(["expected", "--site", file("five.site.json"), "--weather", file("weather.csv")]);
  expect(status).toBe(2);
  expect(stderr).toHaveLength(1);
  for (const key of ["location.lat", "planes.0.tiltDeg", "strings.0.modules", "tariff.currency", "commissioned"])
    expect(stderr[0]).toContain(`${key}: found`);
});

it("schema: writes what an editor needs", () => {
  const { status, stdout } = run(["schema", "site"]);
  expect(status).toBe(0);
  const schema = JSON.parse(stdout);
  expect(schema.title).toBe("irradant-site/1");
  expect(schema.required).toEqual(expect.arrayContaining(["format", "id", "location", "strings"]));
  expect(schema.required).not.toContain("albedo");
  expect(schema.properties.planes.items.properties.tiltDeg).toMatchObject({ minimum: 0, maximum: 90 });
  expect(run(["schema", "diagnosis"]).status).toBe(0);
  const kinds = JSON.parse(run(["schema", "reading"]).stdout).oneOf.map(
    (kind: { properties: { kind: { const: string } } }) => kind.properties.kind.const,
  );
  expect(kinds).toContain("insulation-resistance");
  expect(kinds).toHaveLength(10);
});
