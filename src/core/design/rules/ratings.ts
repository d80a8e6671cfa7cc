import { RAD } from "../../constants";
import { modulesInPlane } from "../../plane/layout";
import { told } from "../../round";
import { moduleTypeOf, stringsOf } from "../../site/lookups";
import type { Inverter, SiteFile } from "../../site/siteSchema";
import { atMost, type DesignLimit, type DesignRule } from "../rule";

/** A module over its micro-inverter's rating by more loses the best hours of every clear day: makers' lists end at some 1.3 to 1.4. */
const MOST_OVER_MICRO = 1.4;
/** The same of an array: from a half more that can come at once the loss is over a few percent a year in any climate. */
const MOST_OVER_INVERTER = 1.5;

/** Each module against the micro-inverter that it hangs on. */
export const microRating: DesignRule = {
  id: "micro-rating",
  title: "Module against its micro-inverter",
  hold: ({ site }) =>
    site.strings.flatMap((pvString): DesignLimit[] => {
      const inverter = site.inverters.find(({ id }) => id === pvString.inverter);
      if (inverter?.kind !== "micro") return [];
      const { pmaxW } = moduleTypeOf(site, pvString);
      return [
        atMost("micro-rating", {
          concerns: "yield",
          ...{ scope: pvString.id, value: pmaxW / inverter.acRatedW, limit: MOST_OVER_MICRO, unit: "", against: "the usual most" },
          says: `A module of ${told(pmaxW)} W on ${told(inverter.acRatedW)} W is ${told(pmaxW / inverter.acRatedW)} times its rating`,
          mend: "a micro-inverter of a larger rating, or smaller modules",
          formula: "Pmax ÷ AC rating ≤ 1.4",
          source: "makers' lists of modules for micro-inverters end at 1.3 to 1.4",
        }),
      ];
    }),
};

/** What can come at one time against the AC rating: modules that face different ways don't meet. */
export const dcAcRatio: DesignRule = {
  id: "dc-ac-ratio",
  title: "Array against the inverter's rating",
  hold: ({ site }) =>
    site.inverters.flatMap((inverter): DesignLimit[] => {
      if (inverter.kind === "micro" || stringsOf(site, inverter.id).length === 0) return [];
      const { atOnceW, nameplateW } = powersOf(site, inverter);
      return [
        atMost("dc-ac-ratio", {
          concerns: "yield",
          ...{ scope: inverter.id, value: atOnceW / inverter.acRatedW, limit: MOST_OVER_INVERTER, unit: "", against: "the usual most" },
          says: `${told(nameplateW / 1000)} kWp, of which ${told(atOnceW / 1000)} kW can come at one time, are ${told(atOnceW / inverter.acRatedW)} times its rating`,
          mend: "it cuts the best hours off: a larger inverter, or more aspects",
          formula: "most over all places of the sun of Σ Pmax · cos(incidence) ÷ AC rating ≤ 1.5",
          source: "clipping by DC/AC ratio: Burger & Rüther 2006, Solar Energy 80; Väisänen et al. 2019, Renewable Energy 139",
        }),
      ];
    }),
};

/** Nameplate power on an inverter, and the most that the sun can light squarely enough at one time, W. */
function powersOf(site: SiteFile, inverter: Inverter): { atOnceW: number; nameplateW: number } {
  const parts = stringsOf(site, inverter.id).flatMap((pvString) => {
    const { pmaxW } = moduleTypeOf(site, pvString);
    return site.planes.flatMap(({ id, tiltDeg, azimuthDeg }) => {
      const watts = modulesInPlane(pvString, id) * pmaxW;
      return watts > 0 ? [{ watts, tilt: tiltDeg * RAD, azimuth: azimuthDeg * RAD }] : [];
    });
  });
  let atOnceW = 0;
  for (let elevation = 5; elevation <= 90; elevation += 5)
    for (let azimuth = 0; azimuth < 360; azimuth += 10) {
      const [height, bearing] = [elevation * RAD, azimuth * RAD];
      const sum = parts.reduce((total, part) => {
        const cos = Math.sin(height) * Math.cos(part.tilt) + Math.cos(height) * Math.sin(part.tilt) * Math.cos(bearing - part.azimuth);
        return total + part.watts * Math.max(0, cos);
      }, 0);
      atOnceW = Math.max(atOnceW, sum);
    }
  return { atOnceW, nameplateW: parts.reduce((sum, { watts }) => sum + watts, 0) };
}
