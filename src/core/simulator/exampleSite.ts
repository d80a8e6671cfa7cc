import { readSiteFile } from "../formats/siteFile";
import type { SiteFile } from "../site/siteSchema";

/** A small healthy site in the eastern Alps: two equal strings of ten on one inverter. For tests and the bench. */
export function exampleSite(change: (site: SiteFile) => void = () => {}): SiteFile {
  const site = readSiteFile(
    JSON.stringify({
      format: "irradant-site/1",
      id: "example",
      name: "Example",
      location: { lat: 46.82, lon: 12.31, elevationM: 870, timeZone: "Europe/Vienna" },
      commissioned: "2019-06-01",
      tariff: { currency: "EUR", importPerKwh: 0.24, exportPerKwh: 0.08, selfUseShare: 0.4 },
      moduleTypes: [
        {
          id: "m405",
          pmaxW: 405,
          vocV: 37.2,
          iscA: 13.9,
          vmpV: 31.2,
          impA: 12.98,
          gammaPmaxPctPerC: -0.34,
          betaVocPctPerC: -0.27,
          alphaIscPctPerC: 0.05,
        },
      ],
      planes: [
        {
          id: "south",
          tiltDeg: 30,
          azimuthDeg: 180,
          mounting: "roof-flush",
          horizon: [
            { azimuthDeg: 90, elevationDeg: 6 },
            { azimuthDeg: 180, elevationDeg: 3 },
          ],
        },
      ],
      inverters: [
        {
          id: "inv1",
          acRatedW: 7000,
          startW: 40,
          nightW: 2,
          efficiency: [
            [0.05, 0.93],
            [0.1, 0.955],
            [0.2, 0.968],
            [0.3, 0.972],
            [0.5, 0.974],
            [1, 0.968],
          ],
        },
      ],
      strings: [
        { id: "s1", inverter: "inv1", plane: "south", moduleType: "m405", modules: 10 },
        { id: "s2", inverter: "inv1", plane: "south", moduleType: "m405", modules: 10 },
      ],
      losses: { mismatchPct: 1, wiringDcPct: 1, wiringAcPct: 0.5, degradationPctPerYear: 0.5 },
    }),
    "example.site.json",
  );
  change(site);
  return site;
}
