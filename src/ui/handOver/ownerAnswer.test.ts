import { describe, expect, it } from "vitest";
import { CAUSES, type CauseId } from "@/core/causes/causes";
import { chiefCause } from "@/core/diagnosis/chiefCause";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import { exampleSite } from "@/core/simulator/exampleSite";
import { type Answered, ownerAnswer } from "./ownerAnswer";

const entry = (cause: CauseId, lossKwh: number, until: string | null = null): LedgerEntry => ({
  ...{ cause, kind: CAUSES[cause].kind, title: CAUSES[cause].title, scope: "s2", lossKwh, regainKwh: lossKwh, confidence: 0.9 },
  ...{ since: "2026-03-14T09:30:00Z", until, stands: until === null, evidence: [], nextTest: "Look", overruled: null },
});

/** @param lossKwh of 1,000 that could have come */
function answer(ledger: LedgerEntry[], lossKwh = 300, light: { share: number; usual: number } | null = null) {
  const diagnosis = {
    energy: { measuredKwh: 1000 - lossKwh, expectedKwh: 1040 },
    period: { from: "2026-01-31T23:00:00Z", to: "2026-04-30T22:00:00Z" },
  };
  const pace = ledger.map(({ cause, scope }) => ({ cause, scope, kwhPerDay: 3, kwhPerMonth: 140 }));
  const analysis = { diagnosis, overview: { recent: { light }, cascade: { rating: 1000 }, pace } };
  return ownerAnswer({ analysis, ledger, site: exampleSite(), valuePerKwh: 0.15 } as unknown as Answered);
}

describe("what the owner reads first", () => {
  it("is what is wrong and since when, and what that cost and costs a month if it is left", () => {
    const { wrong, cost, made } = answer([entry("string-open", 250)]);
    expect(wrong).toBe(
      "String s2 (10 modules, facing south) gives nothing: a fuse, an isolator, a connector or a conductor has failed. It has been so since 14 Mar 2026.",
    );
    expect(cost).toBe("Until 30 Apr 2026 it cost 250 kWh (€37.50); left alone it goes on costing about 140 kWh (€20) a month.");
    expect(made).toBe(
      "From 1 Feb 2026 to 30 Apr 2026 the array made 700 kWh, 70 % of what a healthy one would have made in the same weather.",
    );
  });

  it("names what else stands and what is over, and what can't be had as it is built, where anyone would notice", () => {
    const { besides, built } = answer([
      entry("string-open", 160),
      entry("soiling", 30),
      entry("snow", 40, "2026-03-20T00:00:00Z"),
      entry("clipping", 40),
      entry("curtailment", 25),
    ]);
    expect(besides).toBe("Besides there is: soiling. What is over (snow cover) took 40.0 kWh.");
    expect(built).toBe(
      "As it is built: string s2 (10 modules, facing south) is smaller than its modules on purpose and flattens the best hours (40.0 kWh); an export limit or a full battery holds string s2 (10 modules, facing south) back (25.0 kWh).",
    );
    expect(answer([entry("clipping", 8)]).built).toBe("");
  });

  it("is of what stands: a fault before what is outside, whatever that took, and nothing of what is over", () => {
    expect(chiefCause([entry("snow", 200), entry("shading", 90), entry("series-resistance", 10)])?.cause).toBe("series-resistance");
    expect(chiefCause([entry("inverter-outage", 200, "2026-04-01T00:00:00Z"), entry("shading", 9)])?.cause).toBe("shading");
    expect(
      chiefCause([{ ...entry("shading", 9), overruled: { holds: "no", reason: "felled", author: "a", at: "2026-05-01" } }]),
    ).toBeNull();
  });

  it("takes snow for nothing that is wrong, and says where the data begin with what is", () => {
    const { wrong, besides } = answer([entry("snow", 200)]);
    expect(wrong).toBe("Nothing is wrong with the array up to 30 Apr 2026, the end of the data.");
    expect(besides).toBe("What comes and goes (snow cover) took 200 kWh.");
    expect(answer([{ ...entry("shading", 90), since: "2026-02-01T05:00:00Z" }]).wrong).toContain(
      "It has been so at least since 1 Feb 2026, when the data begin.",
    );
  });

  it("says that nothing stands wrong, that the month was dark, and what is over", () => {
    const { wrong, cost, besides } = answer([entry("snow", 40, "2026-04-01T00:00:00Z")], 60, { share: 0.3, usual: 0.6 });
    expect(wrong).toBe(
      "Nothing is wrong with the array up to 30 Apr 2026, the end of the data. The last month was a dark month: 50 % of the light that is usual now.",
    );
    expect(cost).toBe("");
    expect(besides).toBe("What is over (snow cover) took 40.0 kWh.");
    expect(answer([], 10)).toMatchObject({ wrong: "Nothing is wrong with the array up to 30 Apr 2026, the end of the data.", besides: "" });
  });

  it("names nothing that is likelier not to be there, and lets go of what a measurement has acquitted", () => {
    const doubted = { ...entry("bypass-conducting", 0), since: null, confidence: 0.17 };
    expect(answer([entry("string-open", 160), doubted]).besides).toBe("");
    expect(chiefCause([{ ...entry("string-open", 160), confidence: 0.3 }, entry("soiling", 20)])?.cause).toBe("soiling");
  });

  it("tells a fault of the data, which costs nothing, and when what comes with the wet was last seen", () => {
    const { wrong, cost } = answer([entry("clock-error", 0)], 10);
    expect(wrong).toContain("a clock is set wrong");
    expect(cost).toBe("It costs no energy: only what is told of the array is wrong.");
    expect(answer([{ ...entry("wet-insulation-trip", 9, "2026-04-20T10:00:00Z"), stands: true }]).wrong).toContain(
      "It began on 14 Mar 2026 and was last seen on 20 Apr 2026.",
    );
  });
});
