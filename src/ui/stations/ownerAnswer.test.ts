import { describe, expect, it } from "vitest";
import type { CauseId } from "@/core/causes/causes";
import { CAUSES } from "@/core/causes/causes";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import { exampleSite } from "@/core/simulator/exampleSite";
import { type Answered, chiefCause, ownerAnswer } from "./ownerAnswer";

const entry = (cause: CauseId, lossKwh: number, until: string | null = null): LedgerEntry => ({
  ...{ cause, kind: CAUSES[cause].kind, title: CAUSES[cause].title, scope: "s2", lossKwh, regainKwh: lossKwh, confidence: 0.9 },
  ...{ since: "2026-03-14T09:30:00Z", until, stands: until === null, evidence: [], nextTest: "Look", overruled: null },
});

/** @param lossKwh of 1,000 that could have come */
function answer(ledger: LedgerEntry[], lossKwh = 300, light: { share: number; usual: number } | null = null): string {
  const energy = { performanceIndex: 1 - lossKwh / 1000, lossKwh, expectedKwh: 1000 };
  const analysis = { diagnosis: { energy, period: { to: "2026-04-30T22:00:00Z" } }, overview: { recent: { light } } };
  return ownerAnswer({ analysis, ledger, site: exampleSite(), valuePerKwh: 0.15 } as unknown as Answered);
}

describe("what the owner reads first", () => {
  it("is what is missing, its cause, since when, and what that cost until the end of the data", () => {
    expect(answer([entry("string-open", 250)])).toBe(
      `The array made 70 % of what it should have made. Most of the loss has one cause (s2), since 14 Mar 2026: ${CAUSES["string-open"].plain} Until 30 Apr 2026 it cost 250 kWh, worth €37.50.`,
    );
  });

  it("calls a part of the loss most of it only where it is", () => {
    expect(answer([entry("string-open", 60)])).toContain("What stands and counts most (s2)");
    expect(answer([entry("string-open", 160), entry("clipping", 40)])).toContain("Most of the rest has one cause");
  });

  it("is of what stands: a fault before what is outside, whatever that took, and nothing of what is over", () => {
    expect(chiefCause([entry("snow", 200), entry("shading", 90), entry("series-resistance", 10)])?.cause).toBe("series-resistance");
    expect(chiefCause([entry("inverter-outage", 200, "2026-04-01T00:00:00Z"), entry("shading", 9)])?.cause).toBe("shading");
    expect(
      chiefCause([{ ...entry("shading", 9), overruled: { holds: "no", reason: "felled", author: "a", at: "2026-05-01" } }]),
    ).toBeNull();
  });

  it("says that nothing stands wrong, that the month was dark, and what is over", () => {
    const text = answer([entry("snow", 40, "2026-04-01T00:00:00Z")], 60, { share: 0.3, usual: 0.6 });
    expect(text).toBe(
      "The array made 94 % of what it should have made. Nothing wrong stands at the end of the data; the last month was a dark month: 50 % of the light that is usual now. What is over took 40.0 kWh: snow cover.",
    );
    expect(answer([], 10)).toBe("The array made 99 % of what it should have made. Nothing wrong stands at the end of the data.");
  });

  it("tells a fault of the data, which costs nothing", () => {
    expect(answer([entry("clock-error", 0)], 10)).toContain("The data have a fault (s2), since 14 Mar 2026");
  });
});
