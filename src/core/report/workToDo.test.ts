import { describe, expect, it } from "vitest";
import { CAUSES, type CauseId } from "../causes/causes";
import type { LedgerEntry } from "../diagnosis/ledger";
import { exampleSite } from "../simulator/exampleSite";
import { WORK_IDS, WORKS } from "../work/works";
import { firmSchema, NEW_FIRM } from "./firm";
import { costOf, notLookedAt, typedCost, workToDo } from "./workToDo";

const site = exampleSite();
const found = (pointId: string, gradeId: string, place = "") => ({ pointId, gradeId, place });
const entry = (cause: CauseId, scope: string, more: Partial<LedgerEntry> = {}): LedgerEntry => ({
  ...{ cause, scope, kind: CAUSES[cause].kind, title: CAUSES[cause].title, lossKwh: 100, regainKwh: 100, confidence: 0.9 },
  ...{ since: "2026-03-14T09:30:00Z", until: null, stands: true, evidence: [], nextTest: null, overruled: null },
  ...more,
});
const keys = (...args: Parameters<typeof workToDo>) => workToDo(...args).map(({ work, scope }) => `${work}@${scope}`);

describe("the work that follows", () => {
  it("asks for the remedy of every fix and stop, and of nothing that is sound or only to be watched", () => {
    expect(keys(site, [found("isolator-box", "fix"), found("array-glass", "sound"), found("roof-flashing", "watch")], [])).toEqual([
      "replace-isolator@site",
    ]);
  });

  it("asks for the remedy of a cause that stands and is likelier than not", () => {
    expect(keys(site, [], [entry("string-open", "s2")])).toEqual(["mend-string@s2"]);
    for (const none of [
      entry("string-open", "s2", { stands: false }),
      entry("string-open", "s2", { confidence: 0.4 }),
      entry("string-open", "s2", { overruled: { holds: "no", reason: "drawn on purpose", author: "a", at: "2026-05-01" } }),
      entry("clipping", "inv1"),
      entry("snow", "site"),
    ])
      expect(workToDo(site, [], [none])).toEqual([]);
  });

  it("asks for nothing twice: what a finding has found is what mends the cause that it speaks for", () => {
    const [only, ...rest] = workToDo(site, [found("isolator-box", "fix", "inv1")], [entry("string-open", "s2")]);
    expect(rest).toEqual([]);
    expect(only).toMatchObject({ work: "replace-isolator", scope: "inv1", severity: "fix" });
    expect(only.mends.map(({ scope }) => scope)).toEqual(["s2"]);
    expect(keys(site, [found("ground-rows", "fix"), found("edge-rail-ends", "stop")], [])).toEqual(["fasten-modules@site"]);
  });

  it("keeps what a finding elsewhere has nothing to do with", () => {
    expect(keys(site, [found("array-cables", "fix", "s1")], [entry("string-open", "s2")])).toEqual(["mend-string@s2", "dress-cables@s1"]);
  });

  it("puts danger first and due at once, then what costs most", () => {
    const todo = workToDo(
      site,
      [found("panel-breaker", "stop")],
      [entry("soiling", "site"), entry("string-open", "s2", { lossKwh: 50 }), entry("bypass-conducting", "s1.03", { lossKwh: 70 })],
    );
    expect(todo.map(({ work }) => work)).toEqual(["mend-breaker", "replace-module", "mend-string", "clean"]);
    expect(todo.map(({ dueDays }) => dueDays)).toEqual([0, 30, 30, 90]);
  });
});

describe("what it roughly costs", () => {
  it("is hours at the trade's rate, and parts", () => {
    const { hours, parts } = WORKS["replace-isolator"];
    const rates = { ...NEW_FIRM, ratePerHour: { ...NEW_FIRM.ratePerHour, electrician: 100 }, partsFactor: 2 };
    expect(costOf({ work: "replace-isolator" }, rates)).toEqual([hours[0] * 100 + parts[0] * 2, hours[1] * 100 + parts[1] * 2]);
  });

  it.each(WORK_IDS)("%s has a range for both, a place in its title and an argument", (id) => {
    const { hours, parts, title, why } = WORKS[id];
    expect(hours[0]).toBeLessThan(hours[1]);
    expect(parts[0]).toBeLessThanOrEqual(parts[1]);
    expect(title).toContain("{place}");
    expect(why.length).toBeGreaterThan(20);
  });

  it.each([
    ["180", [180, 180]],
    ["about 180 to 260 €", [180, 260]],
    ["260-180", [180, 260]],
    ["180 260", [180, 260]],
    ["1'250", [1250, 1250]],
    ["1 250,50 to 2.000", [1250.5, 2000]],
    ["12.50", [12.5, 12.5]],
    ["by offer", null],
    ["", null],
  ] as const)("reads “%s” as people type it", (text, cost) => {
    expect(typedCost(text)).toEqual(cost);
  });

  it("starts from a firm that can be kept", () => {
    expect(firmSchema.parse(NEW_FIRM)).toEqual(NEW_FIRM);
    expect(firmSchema.safeParse({ ...NEW_FIRM, currency: "EURO" }).success).toBe(false);
  });
});

it("tells what wasn't looked at, and where nobody was at all", () => {
  const walk = [
    {
      place: "From the ground",
      part: null,
      points: [
        { id: "a", title: "Rows" },
        { id: "b", title: "Shade" },
      ],
    },
    { place: "Inverter", part: null, points: [{ id: "c", title: "Log" }] },
    { place: "Board", part: null, points: [{ id: "d", title: "Breaker" }] },
  ];
  expect(
    notLookedAt(walk, [
      { pointId: "a", part: "" as const },
      { pointId: "d", part: "" as const },
    ]),
  ).toEqual([
    { place: "From the ground", titles: ["Shade"], of: 2, hindered: [] },
    { place: "Inverter", titles: ["Log"], of: 1, hindered: [] },
  ]);
  const answers = [
    { pointId: "b", part: "" as const, answer: "not-seen" as const, why: "too dark" },
    { pointId: "c", part: "" as const, answer: "not-applicable" as const, why: "" },
  ];
  expect(
    notLookedAt(
      walk,
      [
        { pointId: "a", part: "" as const },
        { pointId: "d", part: "" as const },
      ],
      answers,
    ),
  ).toEqual([{ place: "From the ground", titles: ["Shade"], of: 2, hindered: [{ title: "Shade", why: "too dark" }] }]);
});

it("what was seen in the field says nothing of the roof", () => {
  const points = [
    { id: "clamps-mid", title: "Mid clamps" },
    { id: "clamps-end", title: "End clamps" },
  ];
  const walk = [
    { place: "Field", part: "field" as const, points },
    { place: "Roof", part: "roof" as const, points },
  ];
  const found = [
    { pointId: "clamps-mid", part: "field" as const },
    { pointId: "clamps-end", part: "" as const },
  ];
  expect(notLookedAt(walk, found)).toEqual([{ place: "Roof", titles: ["Mid clamps"], of: 2, hindered: [] }]);
  const dark = [{ pointId: "clamps-mid", part: "roof" as const, answer: "not-seen" as const, why: "ice" }];
  expect(notLookedAt(walk, found, dark)[0].hindered).toEqual([{ title: "Mid clamps", why: "ice" }]);
  const gone = [{ pointId: "clamps-mid", part: "roof" as const, answer: "not-applicable" as const, why: "" }];
  expect(notLookedAt(walk, found, gone)).toEqual([]);
});
