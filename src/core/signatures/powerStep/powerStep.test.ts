import { describe, expect, it } from "vitest";
import { diagnose } from "../../diagnosis/diagnose";
import { exampleSite } from "../../simulator/exampleSite";
import { simulatedCase } from "../../simulator/simulatedCase";

/** Two like inverters with a string each: what befalls one of them stands out against the other. */
const twins = exampleSite((site) => {
  site.inverters = ["inv1", "inv2"].map((id) => ({ ...site.inverters[0], id, acRatedW: 4000 }));
  site.strings = site.strings.map((pvString, k) => ({ ...pvString, inverter: site.inverters[k].id }));
});
const from = "2025-05-20T10:00:00Z";

function told(site: typeof twins, fault: object | null, channels = /\.ac_w$/) {
  const { truth, ...one } = simulatedCase({ site, faults: fault ? [fault] : [], days: 110, noisePct: 1, told: channels });
  const { diagnosis } = diagnose(one.site, one.weather, one.production, { weather: "w", production: "p" });
  return { causes: diagnosis.causes, truth: truth[0] };
}

describe("a step of a few parts in a hundred, from power alone", () => {
  it("is a bypassed part where it takes as much at every load", () => {
    const { causes, truth } = told(twins, { cause: "bypass-conducting", scope: "s2", from, parts: 1 });
    expect(causes).toMatchObject([{ cause: "bypass-conducting", scope: "s2", to: null }]);
    expect(Math.abs(Date.parse(causes[0].from) - Date.parse(from))).toBeLessThan(2 * 86_400_000);
    expect(Math.abs(causes[0].lossKwh / truth.lossKwh - 1)).toBeLessThan(0.25);
  });

  it("is a joint where it takes more the higher the load", () => {
    const { causes, truth } = told(twins, { cause: "series-resistance", scope: "s1", from, ohm: 1.5 });
    expect(causes).toMatchObject([{ cause: "series-resistance", scope: "s1", to: null }]);
    expect(Math.abs(causes[0].lossKwh / truth.lossKwh - 1)).toBeLessThan(0.25);
  });

  it("is of the inverter, where one of its strings has it and no current says which", () => {
    const { causes } = told(exampleSite(), { cause: "bypass-conducting", scope: "s2", from, parts: 3 });
    expect(causes).toMatchObject([{ cause: "bypass-conducting", scope: "inv1" }]);
    expect(causes[0].evidence[0].text).toContain("one of its strings");
  });

  it("is a module's converter where each module has one and none tells its energy", () => {
    const micro = exampleSite((site) => {
      site.inverters = ["inv1", "inv2"].map((id) => ({ ...site.inverters[0], id, kind: "micro", acRatedW: 400, startW: 0 }));
      site.strings = site.strings.map((pvString, k) => ({ ...pvString, inverter: site.inverters[k].id }));
    });
    const { causes, truth } = told(micro, { cause: "module-converter-failed", scope: "s2.04", from });
    expect(causes).toMatchObject([{ cause: "module-converter-failed", scope: "s2", to: null }]);
    expect(Math.abs(causes[0].lossKwh / truth.lossKwh - 1)).toBeLessThan(0.25);
  });

  it("may be a factor as well where it takes a tenth of a lone string, and says so", () => {
    const short = exampleSite((site) => {
      site.inverters[0].acRatedW = 3500;
      site.strings = [{ ...site.strings[0], modules: 8 }];
    });
    const { causes } = told(short, { cause: "bypass-conducting", scope: "s1", from, parts: 3 });
    expect(causes).toMatchObject([{ cause: "scale-error", scope: "inv1" }]);
    expect(causes[0].evidence[0].text).toContain("3 bypassed parts of one string would leave as much");
  });

  it("isn't told where nothing is wrong, nor where both inverters share it", () => {
    expect(told(twins, null).causes).toEqual([]);
    expect(told(twins, { cause: "degradation", scope: "site", pctPerYear: 6 }).causes.map(({ cause }) => cause)).not.toContain(
      "bypass-conducting",
    );
  });
});
