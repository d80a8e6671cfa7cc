import { DAY_MS, HOUR_MS } from "../constants";
import { RandomStream } from "../random";
import type { Grid, Series } from "../series/grid";
import { ineichenClearSky } from "../sky/clearSky";
import { extraterrestrialNormalWm2 } from "../sun/extraterrestrial";
import { litSun } from "../sun/litInterval";
import type { Observer } from "../sun/position";

type Sky = "clear" | "broken" | "overcast";

/** Chance of tomorrow's sky after today's, from clear, broken and overcast. */
const TOMORROW: Record<Sky, [clear: number, broken: number]> = {
  clear: [0.6, 0.3],
  broken: [0.3, 0.4],
  overcast: [0.15, 0.4],
};

/** Mean share of clear-sky light, its spread, and how long a cloud lasts (memory from one step of 15 min to the next). */
const CLOUDS: Record<Sky, { mean: number; spread: number; memory: number }> = {
  clear: { mean: 0.98, spread: 0.02, memory: 0.9 },
  broken: { mean: 0.68, spread: 0.24, memory: 0.6 },
  overcast: { mean: 0.24, spread: 0.08, memory: 0.85 },
};

/** The climate to draw from: yearly mean and swing of air temperature at the site, °C. */
export interface Climate {
  meanTempC: number;
  seasonSwingC: number;
  linkeTurbidity: number;
}

/** A valley at about 900 m in the eastern Alps. */
export const ALPINE_VALLEY: Climate = { meanTempC: 6.5, seasonSwingC: 10.5, linkeTurbidity: 3 };

/**
 * Weather of clear, broken and overcast days with rain, snow and wind, reproducible from its seed.
 * @returns channels ghi, t_air, wind, rain_mm and snow_cm
 */
export function makeWeather(grid: Grid, observer: Observer, seed: number, climate: Climate = ALPINE_VALLEY): Series {
  const random = new RandomStream(seed);
  const sun = litSun(grid, observer);
  const make = () => new Float64Array(grid.count);
  const [ghi, airTemp, wind, rain, snow] = [make(), make(), make(), make(), make()];
  const steps15 = grid.stepMs / 900_000;
  let sky: Sky = "broken";
  let day = Number.NaN;
  let cloud = 0;
  let airMass = 0;
  let gust = 0;
  let dry = 1;
  let depthCm = 0;
  for (let i = 0; i < grid.count; i++) {
    const at = grid.startMs + i * grid.stepMs;
    const local = at + (observer.lon / 360) * DAY_MS;
    if (Math.floor(local / DAY_MS) !== day) {
      day = Math.floor(local / DAY_MS);
      sky = nextSky(sky, random);
      airMass = 0.8 * airMass + 2.2 * random.normal();
      dry = sky === "overcast" && random.chance(0.45) ? 0 : 1;
    }
    const { mean, spread, memory } = CLOUDS[sky];
    const keep = memory ** steps15;
    cloud = keep * cloud + Math.sqrt(1 - keep * keep) * random.normal();
    const clearShare = Math.min(1.05, Math.max(0.06, mean + spread * cloud));
    const clear = ineichenClearSky(
      sun.zenithDeg[i],
      observer.elevationM,
      climate.linkeTurbidity,
      extraterrestrialNormalWm2(sun.distanceAu[i]),
    );
    ghi[i] = clear.ghiWm2 * clearShare * sun.litShare[i];
    airTemp[i] = temperature(at, local, climate, observer.lat, sky) + airMass;
    gust = 0.95 * gust + 0.3 * random.normal();
    wind[i] = Math.max(0.1, 1.6 + gust + (sky === "broken" ? 0.6 : 0));
    const falling = dry === 0 && random.chance(0.25);
    rain[i] = falling ? random.uniform(0.1, 0.6) * steps15 : 0;
    // A millimetre of water makes about a centimetre of new snow; melt by degree days (Braithwaite 1995).
    if (airTemp[i] <= 0.8) depthCm += rain[i];
    else depthCm = Math.max(0, depthCm - (2.2 * airTemp[i] * grid.stepMs) / DAY_MS - rain[i] * 0.3);
    snow[i] = Math.round(depthCm * 2) / 2;
  }
  return {
    grid,
    channels: new Map([
      ["ghi", ghi],
      ["t_air", airTemp],
      ["wind", wind],
      ["rain_mm", rain],
      ["snow_cm", snow],
    ]),
  };
}

function nextSky(sky: Sky, random: RandomStream): Sky {
  const [clear, broken] = TOMORROW[sky];
  const draw = random.uniform();
  if (draw < clear) return "clear";
  return draw < clear + broken ? "broken" : "overcast";
}

function temperature(utcMs: number, localMs: number, climate: Climate, lat: number, sky: Sky): number {
  const yearShare = ((utcMs / DAY_MS) % 365.25) / 365.25;
  const coldest = lat >= 0 ? 0.05 : 0.55;
  const season = -climate.seasonSwingC * Math.cos(2 * Math.PI * (yearShare - coldest));
  const hour = (((localMs % DAY_MS) + DAY_MS) % DAY_MS) / HOUR_MS;
  const daily = { clear: 6, broken: 4, overcast: 1.5 }[sky] * Math.cos((2 * Math.PI * (hour - 15)) / 24);
  return climate.meanTempC + season + daily + (sky === "overcast" ? -1.5 : 0);
}
