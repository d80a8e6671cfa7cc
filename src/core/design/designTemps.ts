import type { SiteFile } from "../site/siteSchema";

/** The coldest and hottest air to design for. */
export interface DesignTemps {
  minC: number;
  maxC: number;
  /** Empty where the site file tells both; else what was estimated, for the reason. */
  note: string;
}

/**
 * An envelope over the extreme dry-bulb temperatures of a place, on the safe side, for where nobody has looked them up: at sea level the coldest air falls by three
 * quarters of a degree with each degree of latitude from 20 °C at the equator, the hottest by 0.15 beyond the deserts' belt at 25°; both fall with height as the standard
 * atmosphere does (ISO 2533:1975, 6.5 K a kilometre). Records of the valley (46.8° N, 870 m): −20.8 and 36.1 °C by it, −20 to −24 and 34 to 36 measured in its like.
 */
const ENVELOPE = { coldAtEquatorC: 20, coldPerDegree: 0.75, hotC: 45, hotPerDegree: 0.15, beltDeg: 25, perMetre: 0.0065 } as const;

/** The temperatures to design for: those of the site file, estimated from latitude and height where it has none. */
export function designTempsOf({ location }: Pick<SiteFile, "location">): DesignTemps {
  const { lat, elevationM, designMinTempC, designMaxTempC } = location;
  const { coldAtEquatorC, coldPerDegree, hotC, hotPerDegree, beltDeg, perMetre } = ENVELOPE;
  const lapse = perMetre * Math.max(0, elevationM);
  const minC = designMinTempC ?? coldAtEquatorC - coldPerDegree * Math.abs(lat) - lapse;
  const maxC = designMaxTempC ?? hotC - hotPerDegree * Math.max(0, Math.abs(lat) - beltDeg) - lapse;
  const estimated = [designMinTempC === undefined ? "coldest" : "", designMaxTempC === undefined ? "hottest" : ""].filter(Boolean);
  return {
    ...{ minC, maxC },
    note: estimated.length > 0 ? `${estimated.join(" and ")} air estimated from latitude and height` : "",
  };
}
