import type { Weather } from "../weather/weather";

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

/** What one day's clouds leave in doubt (split, tilt, steady heat), as a standard deviation, %; over days it averages out. */
const ONE_DAY_PCT = 4;

/**
 * How well an expected energy can be known, from the kind of light measurement that it rests on and how many days it
 * runs over. The parts are taken as independent. A gap smaller than the band is no fault.
 * @param days days of data in the sum, at least 1
 */
export function expectedBand(weather: Weather, days = 365): Band {
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
  doubts.push({
    name: days < 2 ? "Clouds of one day" : `Clouds, over ${Math.round(days)} days`,
    pct: Math.round((100 * ONE_DAY_PCT) / Math.sqrt(Math.max(1, days))) / 100,
    source: "4 % in a day, independent from day to day: judgement, from the spread of healthy days",
  });
  return { pct: 2 * Math.sqrt(doubts.reduce((sum, { pct }) => sum + pct * pct, 0)), doubts };
}

/** What a gap between expected and measured is worth as evidence. */
export interface GapJudgement {
  /** Lost share of the expected energy, %; negative where more was measured. */
  gapPct: number;
  /** True where the band covers it: nothing is proved by the sums alone. */
  within: boolean;
  /** The same for people. */
  words: string;
}

/** Holds a gap against the band of the expected energy. */
export function judgeGap(expectedKwh: number, measuredKwh: number, bandPct: number): GapJudgement {
  const gapPct = expectedKwh > 0 ? (1 - measuredKwh / expectedKwh) * 100 : 0;
  const within = Math.abs(gapPct) <= bandPct;
  const size = `${Math.abs(gapPct).toFixed(1)} % ${gapPct >= 0 ? "under" : "over"} the expected`;
  const band = `the band of \u00b1${bandPct.toFixed(1)} %`;
  const words = within
    ? `${size}, inside ${band}: the sums alone prove nothing.`
    : gapPct > 0
      ? `${size}, outside ${band}: something is lost.`
      : `${size}, outside ${band}: check the sensor, the nameplate and the scale of the meter.`;
  return { gapPct, within, words };
}
