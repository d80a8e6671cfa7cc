import { describe, expect, it } from "vitest";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import { standingWords } from "./standingWords";

const entry = (some: Partial<LedgerEntry>): LedgerEntry => ({
  ...{ cause: "string-open", kind: "fault", title: "String gives nothing", scope: "s2", lossKwh: 300, regainKwh: 300, confidence: 0.98 },
  ...{ since: "2026-03-14T09:00:00Z", until: null, stands: true, evidence: [], nextTest: null, overruled: null },
  ...some,
});
const sums = { expectedKwh: 1000, measuredKwh: 700, bandPct: 7.5 };
const words = (ledger: LedgerEntry[], chief: LedgerEntry | null, of = sums) =>
  standingWords(of, ledger, chief && { ...chief, place: "string s2" }, "Europe/Vienna");

describe("how a comparison stands", () => {
  it("names what counts most, and what the sums prove", () => {
    const chief = entry({});
    expect(words([chief], chief)).toEqual({
      first: "String gives nothing, string s2",
      rest: "counts most, since 14 Mar 2026. Measured is 30.0 % under the expected, outside the band of ±7.5 %: something is lost.",
      look: "wrong",
    });
  });

  it("says that nothing is wrong where what lacks is over or built so", () => {
    const snow = entry({ cause: "snow", title: "Snow cover", scope: "site", lossKwh: 180, until: "2026-04-01T00:00:00Z", stands: false });
    const mixed = entry({ cause: "orientation-mismatch", title: "Mixed aspects in a string", scope: "c1", lossKwh: 90 });
    expect(words([snow, mixed], null)).toEqual({
      first: "Nothing wrong stands.",
      rest: "As it is built 90.0 kWh are held back (mixed aspects in a string). What is over took 180 kWh (snow cover).",
      look: "sound",
    });
  });

  it("finds nothing wrong under snow that still lies and a battery that is full", () => {
    const snow = entry({ cause: "snow", title: "Snow cover", scope: "site", lossKwh: 20 });
    const full = entry({ cause: "curtailment", title: "Held back", scope: "site", lossKwh: 260 });
    expect(words([full, snow], null)).toEqual({
      first: "Nothing wrong stands.",
      rest: "As it is built 260 kWh are held back (held back). What comes and goes took 20.0 kWh (snow cover).",
      look: "sound",
    });
  });

  it("says of what costs no energy that it stands, and what took the rest", () => {
    const clock = entry({ cause: "clock-error", title: "Clock is wrong", lossKwh: 0 });
    const snow = entry({ cause: "snow", title: "Snow cover", scope: "site", lossKwh: 90, until: "2026-04-01T00:00:00Z", stands: false });
    expect(words([clock, snow], clock).rest).toContain("stands, since 14 Mar 2026. What is over took 90.0 kWh (snow cover). Measured is");
  });

  it("stays open where much lacks and nothing is told, whatever the inverter's own rating takes", () => {
    const clipped = entry({ cause: "clipping", title: "Clipped at the rating", lossKwh: 900 });
    expect(words([clipped], null).look).toBe("open");
    expect(
      words(
        [
          entry({
            overruled: { holds: "no", reason: "tested", author: "J", at: "2026-05-01T00:00:00Z" },
            until: "2026-04-01T00:00:00Z",
            stands: false,
          }),
        ],
        null,
      ).look,
    ).toBe("open");
  });

  it("is sound within the band", () => {
    expect(words([], null, { ...sums, measuredKwh: 980 })).toMatchObject({ first: "Nothing wrong stands.", look: "sound" });
  });
});
