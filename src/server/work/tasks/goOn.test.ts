import { expect, it } from "vitest";
import { DAY_MS } from "@/core/constants";
import { writeSiteFile } from "@/core/formats/siteFile";
import type { Series } from "@/core/series/grid";
import { simulatedCase } from "@/core/simulator/simulatedCase";
import { packDays } from "@/db/packedDays";
import type { SiteContent } from "../taskTypes";
import { runAnalyse } from "./analyse";
import { runGoOn } from "./goOn";

const { site, weather, production } = simulatedCase({ faults: [{ cause: "string-open", scope: "s2" }], days: 70 });

/** The case as it is stored, up to an interval. */
function content(count: number, change: (name: string, values: Float64Array) => void = () => {}): SiteContent {
  const packed = ({ grid, channels }: Series) =>
    [...channels].map(([name, values]) => {
      const own = values.slice(0, count);
      change(name, own);
      return { name, days: packDays(own, { ...grid, count }, name) };
    });
  const asBuilts = [{ version: 1, siteText: writeSiteFile(site), fromMs: Number.NEGATIVE_INFINITY, untilMs: Number.POSITIVE_INFINITY }];
  return { asBuilts, weather: packed(weather), production: packed(production) };
}

const perDay = DAY_MS / production.grid.stepMs;
const whole = 70 * perDay;
/** The data end in the middle of a day. */
const early = 69 * perDay - 30;
const made = runAnalyse({ ...content(early), code: "code", knownKey: null });
if (made.same || !made.analysis) throw new Error("no analysis");
const stored = structuredClone(made.analysis);

it("goes on with a stored analysis where days were only added, and again from there", () => {
  const next = runGoOn({ ...content(whole - 20), stored });
  expect(next?.analysis.diagnosis.period.to).toBe(
    new Date(production.grid.startMs + (whole - 20) * production.grid.stepMs).toISOString().replace(".000", ""),
  );
  const last = next && runGoOn({ ...content(whole), stored: next.analysis });
  const anew = runAnalyse({ ...content(whole), code: "code", knownKey: null });
  if (anew.same || !anew.analysis || !last) throw new Error("no analysis");
  expect(last.analysis.diagnosis.energy.measuredKwh).toBeCloseTo(anew.analysis.diagnosis.energy.measuredKwh, 0);
  expect(last.analysis.diagnosis.causes[0]).toMatchObject({ cause: "string-open", to: null });
  expect(last.analysis.overview.days).toEqual(anew.analysis.overview.days);
  expect(last.summary.standing).toHaveLength(1);
});

it("doesn't where the past has changed, be it one value, or the description", () => {
  const changed = content(whole, (name, values) => {
    if (name === "inv1.ac_w") values[5 * perDay + 48] += 1;
  });
  expect(runGoOn({ ...changed, stored })).toBeNull();
  const { asBuilts, ...data } = content(whole);
  expect(runGoOn({ ...data, asBuilts: [{ ...asBuilts[0], siteText: writeSiteFile({ ...site, albedo: 0.9 }) }], stored })).toBeNull();
  // Another as-built before the present one changes the past too.
  const borderMs = production.grid.startMs + 10 * DAY_MS;
  const two = [
    { ...asBuilts[0], untilMs: borderMs },
    { ...asBuilts[0], version: 2, fromMs: borderMs },
  ];
  expect(runGoOn({ ...data, asBuilts: two, stored })).toBeNull();
  expect(runGoOn({ ...content(early), stored })).toBeNull();
});
