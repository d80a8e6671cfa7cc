import type { Weather } from "./weather";

/** One source of doubt about an expected energy, as a standard deviation. */
export interface Doubt {
  name: string;
  pct: number;
  source: string;
}

/** An expected energy's band at about 95 %: twice the root of the sum of squares. */
export interface Band {
  pct: number;
  doubts: Doubt[];
}

/**
 * How well an expected energy can be known, from the kind of light measurement that it rests on. The parts are
 * taken as independent. A gap smaller than the band is no fault.
 */
export function expectedBand(weather: Weather): Band {
  const light: Doubt =
    weather.poaWm2.size > 0
      ? { name: "Irradiance sensor in the plane", pct: 2, source: "ISO 9060:2018, class B in the field" }
      : weather.ghiWm2
        ? { name: "Horizontal irradiance sensor", pct: 2.5, source: "ISO 9060:2018, class B in the field" }
        : { name: "Irradiance from lux", pct: 10, source: "Littlefair 1985: 105 to 128 lm/W, colour and angle of the meter" };
  const doubts: Doubt[] = [light];
  if (weather.poaWm2.size === 0) {
    const split = weather.dhiWm2 || weather.dniWm2 ? 1 : 2;
    doubts.push({
      name: "Splitting and tilting the light",
      pct: split,
      source: "Gueymard 2009: bias of split and transposition over months",
    });
  }
  doubts.push(
    { name: "Nameplate", pct: 1.5, source: "Data-sheet tolerance 0 to +5 W and flash test, IEC 60904-1:2020" },
    { name: "Cell temperature", pct: weather.moduleTempC.size > 0 ? 0.4 : 0.8, source: "±2.5 K of Faiman 2008 at −0.35 %/K" },
    { name: "Ordinary losses", pct: 1, source: "Mismatch, wiring and ageing as assumed in the site file" },
  );
  return { pct: 2 * Math.sqrt(doubts.reduce((sum, { pct }) => sum + pct * pct, 0)), doubts };
}
