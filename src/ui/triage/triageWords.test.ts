import { describe, expect, it } from "vitest";
import { ageText, bandOf, lossText, whatText } from "./triageWords";

const row = { danger: null, problem: null, standing: [], light: null, severity: "sound", traits: [], timeZone: "Europe/Vienna" } as const;
const standing = (to: string | null = null) => [
  { cause: "string-open", title: "String gives nothing", scope: "s2", place: "string s2", from: "2026-03-14T09:30:00Z", to } as const,
];

describe("a site on the sheet", () => {
  it("stands where its gravest thing puts it: danger before a loss, a loss before what isn't known", () => {
    expect(bandOf({ ...row, severity: "stop", standing: standing() })).toBe("danger");
    expect(bandOf({ ...row, standing: standing() })).toBe("losing");
    expect(bandOf({ ...row, severity: "watch" })).toBe("losing");
    expect(bandOf({ ...row, severity: null, problem: "No weather data yet" })).toBe("unknown");
    expect(bandOf(row)).toBe("sound");
  });

  it("says first where someone can be hurt", () => {
    const danger = "DC isolator: A contact that has burnt (string s2)";
    expect(whatText({ ...row, danger, severity: "stop", standing: standing() })).toBe(danger);
  });

  it("says what is wrong and since when, on its own clock", () => {
    expect(whatText({ ...row, standing: standing() })).toBe("String gives nothing, string s2, since 14 Mar 2026");
    expect(whatText({ ...row, standing: standing("2026-03-31T22:00:00Z") })).toBe(
      "String gives nothing, string s2, 14 Mar 2026 to 31 Mar 2026",
    );
    expect(whatText({ ...row, standing: [...standing(), ...standing()] })).toMatch(/ \+1$/);
  });

  it("says in so many words that a month was dark and nothing is wrong", () => {
    expect(whatText({ ...row, light: { share: 0.3, usual: 0.6 } })).toBe(
      "Nothing wrong, a dark month: 50 % of the light that is usual now",
    );
    expect(whatText({ ...row, light: { share: 0.55, usual: 0.6 } })).toBe("Nothing wrong: makes what it should");
    expect(whatText({ ...row, severity: "fix" })).toBe("Found on site; the data show nothing wrong");
    const traits = [{ cause: "clipping", scope: "inv1", place: "inverter inv1", share: 0.031 } as const];
    expect(whatText({ ...row, traits })).toBe("Nothing wrong. Built so: Clipped at the rating, inverter inv1 (3 %)");
  });

  it("says of snow, which comes and goes, when it last lay", () => {
    const snow = {
      cause: "snow",
      title: "Snow cover",
      scope: "site",
      place: "whole site",
      from: "2025-11-01T00:00:00Z",
      to: "2026-10-27T23:00:00Z",
    } as const;
    expect(whatText({ ...row, standing: [snow] })).toBe("Snow cover until 27 Oct 2026");
    expect(whatText({ ...row, standing: [{ ...snow, to: null }] })).toBe("Snow cover at the end of the data");
  });

  it("tells a loss in money with how well it is known, and in energy without a tariff", () => {
    const loss = { lossKwhPerDay: 12, moneyPerDay: 1.9, bandPerDay: 0.3, currency: "EUR" } as Parameters<typeof lossText>[0];
    expect(lossText(loss)).toEqual({ value: "€1.90", band: "± €0.30" });
    expect(lossText({ ...loss, moneyPerDay: null, bandPerDay: 2, currency: null })).toEqual({ value: "12.0 kWh", band: "± 2.0 kWh" });
    expect(lossText({ ...loss, lossKwhPerDay: null })).toBeNull();
  });

  it("says how old its data are, and that old ones are old", () => {
    const today = "2026-11-27T08:00:00Z";
    expect(ageText("2026-11-26", today)).toEqual({ words: "up to date", stale: false });
    expect(ageText("2026-10-31", today)).toEqual({ words: "26 days old", stale: true });
    expect(ageText("2026-04-30", today)).toEqual({ words: "7 months old", stale: true });
    expect(ageText(null, today).stale).toBe(true);
  });
});
