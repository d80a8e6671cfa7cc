import { describe, expect, it } from "vitest";
import { readSiteFile } from "../formats/siteFile";
import { exampleSite } from "../simulator/exampleSite";
import type { SiteFile } from "../site/siteSchema";
import { checkSite, DESIGN_RULES } from "./checkSite";
import { designTempsOf } from "./designTemps";

// biome-ignore lint/suspicious/noExplicitAny: a file is changed as raw JSON
type Raw = any;

/** The example's file with data sheets that tell their limits and a change, read as any file is. */
function site(change: (raw: Raw) => void = () => {}): SiteFile {
  const raw: Raw = JSON.parse(JSON.stringify(exampleSite()));
  Object.assign(raw.location, { designMinTempC: -24, designMaxTempC: 34 });
  Object.assign(raw.moduleTypes[0], { maxSystemV: 1000, maxSeriesFuseA: 25 });
  Object.assign(raw.inverters[0], { acRatedW: 7000, maxDcV: 1000, mppts: [{ id: "A", minV: 150, maxV: 850 }] });
  for (const one of raw.strings) one.mppt = "A";
  change(raw);
  return readSiteFile(JSON.stringify(raw), "test.site.json");
}
const limit = (of: SiteFile, id: string, scope?: string) => {
  const found = checkSite(of).limits.filter((one) => one.id === id && (scope === undefined || one.scope === scope));
  expect(found, `${id} ${scope ?? ""}`).not.toEqual([]);
  return found[0];
};
const broken = (of: SiteFile) => checkSite(of).limits.filter(({ ok }) => !ok);

describe("design limits", () => {
  it("are all held by a sound site, each with its numbers, its formula and its source", () => {
    const { format, limits } = checkSite(site());
    expect(format).toBe("irradant-check/1");
    expect(limits.map(({ id }) => id)).toEqual(
      expect.arrayContaining(["cold-voltage", "mpp-window-hot", "mpp-window-cold", "dc-ac-ratio"]),
    );
    for (const { ok, value, limit: held, reason, formula, source } of limits) {
      expect(ok, reason).toBe(true);
      expect(Number.isFinite(value) && Number.isFinite(held)).toBe(true);
      expect(reason.length * formula.length * source.length).toBeGreaterThan(0);
    }
    expect(new Set(DESIGN_RULES.map(({ id }) => id)).size).toBe(DESIGN_RULES.length);
  });

  it("hold a string's voltage on the coldest morning against the lower of inverter and modules, and say how many fit", () => {
    // 10 × 37.2 V × (1 + 0.0027 × 49) by hand.
    expect(limit(site(), "cold-voltage", "s1").value).toBeCloseTo(10 * 37.2 * (1 + 0.0027 * 49), 6);
    const long = site((raw: Raw) => {
      raw.strings[0].modules = 24;
      raw.inverters[0].mppts = [];
    });
    const cold = limit(long, "cold-voltage", "s1");
    expect(cold).toMatchObject({ ok: false, limit: 1000, unit: "V" });
    expect(cold.reason).toContain("at most 23 modules in a string");
    const old = site((raw: Raw) => {
      raw.moduleTypes[0].maxSystemV = 400;
    });
    expect(limit(old, "cold-voltage", "s1").reason).toContain("over the modules' system voltage of 400 V");
  });

  it("estimate the temperatures where nobody looked them up, on the safe side, and say so", () => {
    const blank = site((raw: Raw) => {
      raw.location = { lat: 46.82, lon: 12.31, elevationM: 870, timeZone: "Europe/Vienna" };
    });
    const { minC, maxC, note } = designTempsOf(blank);
    expect(minC).toBeCloseTo(20 - 0.75 * 46.82 - 0.0065 * 870, 9);
    expect(maxC).toBeGreaterThan(33);
    expect(maxC).toBeLessThan(38);
    expect(note).toBe("coldest and hottest air estimated from latitude and height");
    expect(limit(blank, "cold-voltage").reason).toContain("estimated from latitude and height");
    expect(designTempsOf(site()).note).toBe("");
  });

  it("hold the working voltage of hot and cold cells against the tracker's window", () => {
    const short = limit(
      site((raw: Raw) => {
        raw.strings[0].modules = 4;
      }),
      "mpp-window-hot",
      "s1",
    );
    expect(short).toMatchObject({ ok: false, limit: 150 });
    expect(short.reason).toMatch(/at least [67] modules/);
    const narrow = site((raw: Raw) => {
      raw.inverters[0].mppts[0].maxV = 340;
    });
    expect(limit(narrow, "mpp-window-cold", "s1").ok).toBe(false);
  });

  it("ask for fuses from the third string in parallel on, and hold those that there are", () => {
    const three = (more: object) =>
      site((raw: Raw) => {
        raw.strings = [1, 2, 3].map((k) => ({ ...raw.strings[0], id: `s${k}`, ...more }));
        raw.inverters[0].acRatedW = 12_000;
      });
    expect(limit(three({}), "parallel-strings", "s2")).toMatchObject({ value: 2 * 13.9, limit: 25, ok: false });
    expect(broken(three({ fuseA: 25 }))).toEqual([]);
    expect(broken(three({ fuseA: 30 })).map(({ id }) => id)).toEqual(Array(3).fill("string-fuse"));
    expect(broken(three({ fuseA: 16 })).map(({ id }) => id)).toEqual(Array(3).fill("string-fuse-current"));
    expect(limit(site(), "parallel-strings", "s1").ok).toBe(true);
  });

  it("find strings of unlike length on one tracker, and none on two", () => {
    const unlike = (mppts: object[], mppt: string) =>
      site((raw: Raw) => {
        raw.inverters[0].mppts = mppts;
        raw.strings[1] = { ...raw.strings[1], modules: 8, mppt };
      });
    const [a, b] = [
      { id: "A", minV: 150, maxV: 850 },
      { id: "B", minV: 150, maxV: 850 },
    ];
    expect(broken(unlike([a], "A"))).toMatchObject([{ id: "unlike-strings", scope: "s2", value: expect.closeTo(20, 9) }]);
    expect(broken(unlike([a, b], "B"))).toEqual([]);
  });

  it("hold currents against an input that tells what it takes", () => {
    const input = site((raw: Raw) => {
      Object.assign(raw.inverters[0].mppts[0], { maxA: 26, maxIscA: 27 });
    });
    expect(limit(input, "input-current")).toMatchObject({ ok: true, limit: 26 });
    expect(limit(input, "input-short-circuit")).toMatchObject({ ok: false, limit: 27 });
  });

  it("hold a module against its micro-inverter, one by one", () => {
    const micro = (acRatedW: number) =>
      site((raw: Raw) => {
        raw.inverters[0] = { id: "inv1", kind: "micro", acRatedW, maxDcV: 60, efficiency: [[1, 0.96]] };
        for (const one of raw.strings) one.mppt = undefined;
      });
    expect(limit(micro(350), "micro-rating").ok).toBe(true);
    expect(limit(micro(280), "micro-rating")).toMatchObject({ ok: false });
    expect(limit(micro(350), "cold-voltage").value).toBeCloseTo(37.2 * (1 + 0.0027 * 49), 6);
    expect(checkSite(micro(350)).limits.some(({ id }) => id === "unlike-strings" || id === "parallel-strings")).toBe(false);
  });

  it("count of modules that face different ways what can come at one time", () => {
    const ratio = (second: number) =>
      limit(
        site((raw: Raw) => {
          raw.planes.push({ ...raw.planes[0], id: "other", azimuthDeg: second, tiltDeg: 45, obstacles: [] });
          raw.planes[0].tiltDeg = 45;
          raw.planes[0].azimuthDeg = 90;
          raw.strings[1].plane = "other";
          raw.inverters[0].acRatedW = 5000;
        }),
        "dc-ac-ratio",
      ).value;
    // Two planes back to back are lit best from above: each by the cosine of its tilt.
    expect(ratio(270)).toBeCloseTo((8100 / 5000) * Math.SQRT1_2, 1);
    expect(ratio(90)).toBeCloseTo(8100 / 5000, 1);
  });

  it("hold conductors by what they carry and what they take", () => {
    const cabled = (cable: object, ac?: object) =>
      site((raw: Raw) => {
        raw.strings[0].cable = cable;
        if (ac) raw.inverters[0].cable = ac;
      });
    // 2 × 30 m of 4 mm² copper at 70 °C, 12.98 A on 312 V: IEC 60228's 0.017241 Ω·mm²/m by 1.1965.
    const drop = limit(cabled({ lengthM: 30, csaMm2: 4 }), "conductor-drop", "s1");
    expect(drop.value).toBeCloseTo((100 * 12.98 * 60 * 0.017241 * 1.1965) / 4 / 312, 3);
    expect(drop.ok).toBe(true);
    expect(limit(cabled({ lengthM: 200, csaMm2: 4 }), "conductor-drop", "s1")).toMatchObject({ ok: false });
    expect(limit(cabled({ lengthM: 5, csaMm2: 4 }), "conductor-ampacity", "s1")).toMatchObject({ ok: true, limit: 44 });
    const thin = cabled({ lengthM: 5, csaMm2: 4 }, { lengthM: 10, csaMm2: 2.5, systemV: 230, phases: 1 });
    expect(limit(thin, "conductor-ampacity", "inv1")).toMatchObject({ ok: false, limit: 27 });
    const three = cabled({ lengthM: 5, csaMm2: 4 }, { lengthM: 10, csaMm2: 2.5, systemV: 230, phases: 3 });
    expect(limit(three, "conductor-ampacity", "inv1")).toMatchObject({ ok: true, limit: 24 });
    expect(limit(three, "conductor-drop", "inv1").value).toBeLessThan(limit(thin, "conductor-drop", "inv1").value / 5);
  });

  it("count again where the papers' totals don't add up, and put what is broken first", () => {
    const counted = site((raw: Raw) => {
      raw.totals = { modules: 21, kwp: 8.1 };
    });
    expect(checkSite(counted).limits[0]).toMatchObject({ id: "totals-modules", ok: false, value: 20, limit: 21 });
    expect(limit(counted, "totals-kwp").ok).toBe(true);
  });
});
