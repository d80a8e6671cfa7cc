import { describe, expect, it } from "vitest";
import { CAUSES, type CauseId } from "../causes/causes";
import { causeGroups, standingAndOver } from "./causeGroups";
import { isWrong } from "./chiefCause";
import type { LedgerEntry } from "./ledger";

const entry = (cause: CauseId, some: Partial<LedgerEntry> = {}): LedgerEntry => ({
  ...{ cause, kind: CAUSES[cause].kind, title: CAUSES[cause].title, scope: "inv1", lossKwh: 10, regainKwh: 9, confidence: 0.9 },
  ...{ since: "2026-01-10T00:00:00Z", until: null, stands: true, evidence: [], nextTest: null, overruled: null },
  ...some,
});

describe("causes as a list", () => {
  const past = { until: "2026-01-12T00:00:00Z", stands: false };

  it("has one entry a cause and place, with its spells inside", () => {
    const [group, ...others] = causeGroups([
      entry("inverter-outage", { ...past, since: "2026-02-01T00:00:00Z", until: "2026-02-03T00:00:00Z", lossKwh: 30, confidence: 0.99 }),
      entry("inverter-outage", past),
    ]);
    expect(others).toEqual([]);
    expect(group).toMatchObject({
      key: "inverter-outage@inv1",
      since: "2026-01-10T00:00:00Z",
      until: "2026-02-03T00:00:00Z",
      lossKwh: 40,
      confidence: 0.99,
      stands: false,
    });
    expect(group.spells).toHaveLength(2);
  });

  it("is told by the spell that stands", () => {
    const [group] = causeGroups([entry("inverter-outage", { ...past, confidence: 0.99 }), entry("inverter-outage", { confidence: 0.7 })]);
    expect(group).toMatchObject({ stands: true, until: null, confidence: 0.7 });
  });

  it("puts what stands in the order of what is to be done, what a person denied last, and what is over by what it took", () => {
    const { standing, over } = standingAndOver(
      causeGroups([
        entry("clipping", { lossKwh: 900 }),
        entry("string-open", { overruled: { holds: "no", reason: "tested", author: "J", at: "2026-05-01T00:00:00Z" }, lossKwh: 500 }),
        entry("soiling", { lossKwh: 50 }),
        entry("snow", { ...past, scope: "site", lossKwh: 5 }),
        entry("inverter-outage", past),
      ]),
    );
    expect(standing.map(({ cause }) => cause)).toEqual(["soiling", "clipping", "string-open"]);
    expect(over.map(({ cause }) => cause)).toEqual(["inverter-outage", "snow"]);
    expect(standing.map(isWrong)).toEqual([true, false, false]);
  });
});
