import { describe, expect, it } from "vitest";
import type { CauseId } from "../causes/causes";
import type { Diagnosis } from "../formats/diagnosisFile";
import type { Overview } from "./overviewSchema";
import { noAnalysisSummary, summaryOf, summarySchema } from "./summary";

const cause = (id: CauseId, from: string, to: string | null) => ({
  ...{ cause: id, scope: "inv1", from: `${from}T00:00:00Z`, to: to === null ? null : `${to}T00:00:00Z` },
  ...{ lossKwh: 1, confidence: 0.9, evidence: [], nextTest: "" },
});
const diagnosis = (...causes: ReturnType<typeof cause>[]) => ({ causes, energy: { expectedKwh: 40 } }) as unknown as Diagnosis;
const overview = (over: Partial<Overview> = {}) =>
  ({
    days: [],
    expectedKwh: [],
    measuredKwh: [],
    recent: {
      ...{ days: 30, from: "2026-04-01", to: "2026-04-30", lossKwhPerDay: 3, moneyPerDay: 0.5 },
      ...{ bandKwhPerDay: 1.2, moneyBandPerDay: 0.2, light: null },
    },
    ...over,
  }) as unknown as Overview;
const standing = (...causes: ReturnType<typeof cause>[]) =>
  summaryOf(diagnosis(...causes), overview()).standing.map((entry) => entry.cause);

describe("what stands at present", () => {
  it("is what lasts, and what ended within the last days of the data", () => {
    expect(standing(cause("string-open", "2025-12-01", null))).toEqual(["string-open"]);
    expect(standing(cause("inverter-outage", "2026-03-20", "2026-04-02"))).toEqual(["inverter-outage"]);
    expect(standing(cause("inverter-outage", "2026-01-20", "2026-02-02"))).toEqual([]);
    // Snow that has gone asks for nothing.
    expect(standing(cause("snow", "2026-03-20", "2026-04-02"))).toEqual([]);
  });

  it("is nothing that was designed so, which is told by itself where it takes enough to be noticed", () => {
    const built = [cause("clipping", "2025-12-01", null), cause("start-threshold", "2025-12-01", null)];
    expect(standing(...built)).toEqual([]);
    built[1].lossKwh = 0.1;
    expect(summaryOf(diagnosis(...built), overview()).traits).toEqual([
      { cause: "clipping", scope: "inv1", share: expect.closeTo(0.025, 3) },
    ]);
  });

  it("has what can be mended before what is outside, and snow last, however much it took", () => {
    const causes = (["snow", "soiling", "clock-error", "string-open"] as const).map((id, k) => ({
      ...cause(id, "2026-04-20", null),
      lossKwh: 10 - k,
    }));
    expect(standing(...causes)).toEqual(["string-open", "soiling", "clock-error", "snow"]);
  });

  it("weighs as much as its gravest: a fault that lasts wants mending, what is over or comes from outside is watched", () => {
    const severity = (...causes: ReturnType<typeof cause>[]) => summaryOf(diagnosis(...causes), overview()).severity;
    expect(severity()).toBe("sound");
    expect(severity(cause("clipping", "2025-12-01", null))).toBe("sound");
    expect(severity(cause("snow", "2026-04-20", null))).toBe("watch");
    expect(severity(cause("inverter-outage", "2026-04-20", "2026-04-22"))).toBe("watch");
    expect(severity(cause("snow", "2026-04-20", null), cause("inverter-outage", "2026-04-22", null))).toBe("fix");
  });
});

it("tells whole weeks back from the end, by energy, and none where nothing was known", () => {
  const days = Array.from({ length: 16 }, (_, k) => `2026-04-${String(k + 1).padStart(2, "0")}`);
  const expectedKwh = days.map((_, k) => (k < 9 ? null : 10));
  const measuredKwh = days.map((_, k) => (k < 9 ? null : k === 15 ? 0 : 7));
  const { weekly } = summaryOf(diagnosis(), overview({ days, expectedKwh, measuredKwh }));
  expect(weekly).toEqual([null, (6 * 7) / 70]);
});

it("reads back as it was written, and says why there is none", () => {
  const summary = summaryOf(diagnosis(cause("string-open", "2025-12-01", null)), overview());
  expect(summarySchema.parse(JSON.parse(JSON.stringify(summary)))).toEqual(summary);
  expect(summarySchema.parse(noAnalysisSummary(["weather"], null))).toMatchObject({ missing: ["weather"], severity: null, recent: null });
});
