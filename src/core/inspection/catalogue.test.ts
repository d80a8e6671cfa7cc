import { describe, expect, it } from "vitest";
import { CAUSES } from "../causes/causes";
import { GROUNDING_TERMS } from "../site/terms";
import { CATALOGUE, findGrade, findPoint } from "./catalogue";
import { point } from "./catalogue/write";
import { type Point, pointSchema, STATIONS } from "./point";
import { graver, SEVERITIES, SEVERITY_WORDS } from "./severity";

const all = [...CATALOGUE.values()].flat();
const texts = ({ title, why, caution, atOnce, grades }: Point) => [
  title,
  why,
  caution ?? "",
  atOnce ?? "",
  ...grades.map(({ text }) => text),
];

it("has points at every station, each id once", () => {
  expect([...CATALOGUE.keys()]).toEqual([...STATIONS]);
  for (const points of CATALOGUE.values()) expect(points.length).toBeGreaterThan(2);
  expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
  expect(new Set(all.map(({ title }) => title)).size).toBe(all.length);
  expect(all.length).toBeGreaterThan(150);
});

describe.each([...CATALOGUE])("at the station %s each point", (_, points) => {
  it("has a title at arm's length, a reason in whole sentences and grades in words", () => {
    for (const { id, title, why, grades } of points) {
      expect(title.length, id).toBeLessThanOrEqual(70);
      expect(why.length, id).toBeLessThanOrEqual(240);
      expect(/[.?]$/.test(why), id).toBe(true);
      const severities = grades.map(({ severity }) => SEVERITIES.indexOf(severity));
      expect(
        [...severities].sort((a, b) => b - a),
        `${id}: from sound to grave`,
      ).toEqual(severities);
      expect(new Set(grades.map(({ text }) => text)).size, id).toBe(grades.length);
    }
  });

  it("tells whoever can be hurt: what is graded Stop has a caution, and says what to do in the same minute", () => {
    for (const { id, caution, atOnce, grades, work } of points) {
      const canStop = grades.some(({ severity }) => severity === "stop");
      if (canStop) expect(caution, id).toBeTruthy();
      expect(Boolean(atOnce), `${id}: what to do at once where it can be Stop, and only there`).toBe(canStop);
      if (grades.some(({ severity }) => severity === "fix")) expect(work, `${id}: who mends it`).not.toBeNull();
    }
  });

  it("speaks for and against causes that there are, none of them both ways", () => {
    for (const { id, speaksFor, speaksAgainst } of points) {
      for (const { cause } of [...speaksFor, ...speaksAgainst]) expect(CAUSES[cause].id).toBe(cause);
      const causes = [...speaksFor, ...speaksAgainst].map(({ cause }) => cause);
      expect(new Set(causes).size, id).toBe(causes.length);
      for (const { weight, ifSound } of speaksFor) if (ifSound !== undefined) expect(-ifSound, id).toBeLessThan(weight);
    }
  });

  it("reads what it reads in a range that is one", () => {
    for (const { id, measured } of points) if (measured) expect(measured.from, id).toBeLessThan(measured.to);
  });
});

describe("where schools differ each accepted way is sound, with its own conditions", () => {
  it.each([
    ["mounts-tight", 3],
    ["bonding-way", 3],
    ["run-way", 3],
    ["isolator-remedy", 4],
    ["cable-fixings", 2],
    ["rails-or-not", 2],
  ])("%s: %i ways", (id, ways) => {
    const sound = findPoint(id)?.grades.filter(({ severity }) => severity === "sound") ?? [];
    expect(sound).toHaveLength(ways);
    expect(new Set(sound.map((grade) => grade.id)).size).toBe(ways);
  });
});

it("has a point for every cause that a look can tell", () => {
  const told = new Set(all.flatMap(({ speaksFor }) => speaksFor.map(({ cause }) => cause)));
  // Clipping and the start of an inverter are told by data alone.
  expect(Object.keys(CAUSES).filter((cause) => !told.has(cause as never))).toEqual(["clipping", "start-threshold"]);
});

it("finds points and grades by their ids, whatever the site, also those that are no longer walked, and nothing else", () => {
  expect(findPoint("inverter-heat")?.title).toBe("Sun, clearance and cooling");
  expect(all.some(({ id }) => id === "inverter-heat")).toBe(false);
  expect(findGrade("burn-marks", "stop")?.severity).toBe("stop");
  expect(findPoint("nothing")).toBeUndefined();
  expect(findGrade("burn-marks", "nothing")).toBeUndefined();
  expect(findGrade("nothing", "sound")).toBeUndefined();
});

it("speaks in a site's words and units", () => {
  expect(findPoint("roof-heat", GROUNDING_TERMS)?.caution).toContain("122 °F");
  expect(findPoint("earth-bar", GROUNDING_TERMS)?.title).toBe("Bonding conductor at the building's ground bar");
  for (const point of all) for (const text of texts(point)) expect(text, point.id).not.toMatch(/\d(mm|cm|m|K|V|A)\b/);
});

describe("a point is refused", () => {
  const good = point({ id: "a-point", title: "A", why: "B.", sound: "Good", fix: "Bad", work: null });
  it.each([
    ["two grades of one id", { grades: [...good.grades, good.grades[0]] }, "grades"],
    ["nothing sound", { grades: good.grades.map((grade) => ({ ...grade, severity: "fix" as const })) }, "grades"],
    ["nothing that isn't", { grades: good.grades.map((grade) => ({ ...grade, severity: "sound" as const })) }, "grades"],
    ["a title that is too long", { title: "x".repeat(71) }, "title"],
    ["a cause that isn't one", { speaksFor: [{ cause: "gremlins", weight: 1 }] }, "speaksFor.0.cause"],
    ["a condition that isn't one", { applies: { roof: ["straw"] } }, "applies.roof.0"],
    ["an unknown key", { colour: "red" }, ""],
  ])("with %s", (_, change, path) => {
    expect(pointSchema.safeParse(good).success).toBe(true);
    const { error } = pointSchema.safeParse({ ...good, ...change });
    expect(error?.issues[0].path.join(".")).toBe(path);
  });
});

it("knows which of two is graver, and has words for each", () => {
  expect(graver("watch", "stop")).toBe("stop");
  expect(graver("fix", "sound")).toBe("fix");
  expect(graver("sound", "sound")).toBe("sound");
  for (const severity of SEVERITIES) expect(SEVERITY_WORDS[severity].meaning.length).toBeGreaterThan(10);
});
