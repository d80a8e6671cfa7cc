import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { makeWeather } from "../simulator/weatherMaker";
import type { SiteFile } from "../site/siteSchema";
import { type Weather, weatherFromSeries } from "../weather/weather";
import { expectedOutput } from "./expectedOutput";

/**
 * A second implementation of the healthy array, by other published models throughout and sharing no code with the first:
 * sun by Michalsky 1988, split by Orgill & Hollands 1977, tilt by Reindl, Beckman & Duffie 1990, glass by the ASHRAE
 * formula (Souka & Safwat 1966), cells by Faiman 2008 and King 2004, power linear, inverter by bisection of its curve.
 */
const RAD = Math.PI / 180;

function almanacSun(utcMs: number, lat: number, lon: number): { zenith: number; azimuth: number; distanceAu: number } {
  const n = utcMs / 86_400_000 - 10_957.5;
  const anomaly = (357.528 + 0.9856003 * n) * RAD;
  const longitude = (280.46 + 0.9856474 * n + 1.915 * Math.sin(anomaly) + 0.02 * Math.sin(2 * anomaly)) * RAD;
  const obliquity = (23.439 - 4e-7 * n) * RAD;
  const ascension = Math.atan2(Math.cos(obliquity) * Math.sin(longitude), Math.cos(longitude));
  const declination = Math.asin(Math.sin(obliquity) * Math.sin(longitude));
  const hours = (utcMs / 3_600_000) % 24;
  const sidereal = (6.697375 + 0.0657098242 * n + hours + lon / 15) * 15 * RAD;
  const hour = sidereal - ascension;
  const elevation = Math.asin(Math.sin(declination) * Math.sin(lat * RAD) + Math.cos(declination) * Math.cos(lat * RAD) * Math.cos(hour));
  const azimuth = Math.atan2(
    -Math.cos(declination) * Math.sin(hour),
    Math.sin(declination) * Math.cos(lat * RAD) - Math.cos(declination) * Math.sin(lat * RAD) * Math.cos(hour),
  );
  return { zenith: Math.PI / 2 - elevation, azimuth, distanceAu: 1.00014 - 0.01671 * Math.cos(anomaly) };
}

function orgillHollands(clearness: number): number {
  if (clearness < 0.35) return 1 - 0.249 * clearness;
  return clearness > 0.75 ? 0.177 : 1.557 - 1.84 * clearness;
}

function secondOpinion(site: SiteFile, weather: Weather): Float64Array {
  const { grid } = weather;
  const { lat, lon } = site.location;
  const [plane] = site.planes;
  const [type] = site.moduleTypes;
  const [inverter] = site.inverters;
  const modules = site.strings.reduce((sum, pvString) => sum + pvString.modules, 0);
  const [tilt, facing] = [plane.tiltDeg * RAD, plane.azimuthDeg * RAD];
  const kept = (1 - site.losses.mismatchPct / 100) * (1 - site.losses.wiringDcPct / 100);
  const out = new Float64Array(grid.count);
  for (let i = 0; i < grid.count; i++) {
    const ghi = weather.ghiWm2?.[i] ?? 0;
    const at = grid.startMs + (i + 0.5) * grid.stepMs;
    const sun = almanacSun(at, lat, lon);
    const cosZenith = Math.cos(sun.zenith);
    if (!(ghi > 0) || cosZenith < 0.02) continue;
    const above = 1361 / sun.distanceAu ** 2;
    const dhi = weather.dhiWm2?.[i] ?? ghi * orgillHollands(ghi / (above * Math.max(cosZenith, 0.065)));
    const dni = weather.dniWm2?.[i] ?? Math.min((ghi - dhi) / Math.max(cosZenith, 0.05), 0.85 * above);
    const front = Math.max(0, cosZenith * Math.cos(tilt) + Math.sin(sun.zenith) * Math.sin(tilt) * Math.cos(sun.azimuth - facing));
    const anisotropy = dni / above;
    const brightening = 1 + Math.sqrt(Math.max(0, dni * cosZenith) / ghi) * Math.sin(tilt / 2) ** 3;
    const circumsolar = (dhi * anisotropy * front) / Math.max(cosZenith, 0.0872);
    const dome = dhi * (1 - anisotropy) * ((1 + Math.cos(tilt)) / 2) * brightening;
    const ground = (ghi * site.albedo * (1 - Math.cos(tilt))) / 2;
    const poa = dni * front + circumsolar + dome + ground;
    const glass = front > 0.05 ? Math.max(0, 1 - 0.05 * (1 / front - 1)) : 0;
    const effective = (dni * front + circumsolar) * glass + 0.95 * dome + 0.9 * ground;
    const cell = weather.airTempC[i] + poa / (25 + 6.84 * (weather.windMs?.[i] ?? 1)) + 0.003 * poa;
    const age = 1 - (site.losses.degradationPctPerYear / 100) * ((at - Date.parse(site.commissioned as string)) / 31_556_952_000);
    const dc = modules * type.pmaxW * (effective / 1000) * (1 + (type.gammaPmaxPctPerC / 100) * (cell - 25)) * kept * age;
    out[i] = dc < inverter.startW ? 0 : Math.min(inverter.acRatedW, bisectedAc(dc, inverter.acRatedW, inverter.efficiency));
  }
  return out;
}

function bisectedAc(dcW: number, ratedW: number, curve: readonly (readonly [number, number])[]): number {
  let [low, high] = [0, dcW];
  for (let k = 0; k < 40; k++) {
    const ac = (low + high) / 2;
    const load = ac / ratedW;
    const next = curve.findIndex(([fraction]) => fraction > load);
    const [a, b] = next === -1 ? [curve.length - 1, curve.length - 1] : [Math.max(0, next - 1), next];
    const along = b > a ? (load - curve[a][0]) / (curve[b][0] - curve[a][0]) : 0;
    const efficiency = curve[a][1] + along * (curve[b][1] - curve[a][1]);
    if (ac / efficiency < dcW) low = ac;
    else high = ac;
  }
  return (low + high) / 2;
}

interface Climate {
  place: string;
  lat: number;
  minutes: number;
  from: string;
  tiltDeg: number;
  /** Where the plane faces, degrees off the equator's side. */
  offDeg: number;
  turbidity: number;
  tempC: number;
}

const climate = (
  place: string,
  lat: number,
  minutes: number,
  from: string,
  tiltDeg: number,
  offDeg: number,
  turbidity: number,
  tempC: number,
) => ({ place, lat, minutes, from, tiltDeg, offDeg, turbidity, tempC }) satisfies Climate;

const CLIMATES: Climate[] = [
  climate("far south, autumn", -55, 60, "2025-03-01", 45, 0, 2.3, 5),
  climate("far south, summer", -55, 10, "2025-11-15", 30, -40, 2.3, 9),
  climate("southern desert", -30, 15, "2025-08-01", 25, 0, 3, 20),
  climate("southern coast, west roof", -34, 30, "2025-12-01", 20, -90, 3.4, 22),
  climate("tropics", 3, 60, "2025-04-01", 8, 0, 4.5, 27),
  climate("tropics, sun in the north", 12, 5, "2025-06-01", 10, 0, 4.5, 28),
  climate("northern desert", 31, 15, "2025-05-01", 30, 0, 4.5, 25),
  climate("middle latitudes, hourly", 41, 60, "2025-02-01", 35, 0, 3.3, 9),
  climate("alpine valley, spring", 46.8, 15, "2025-03-01", 30, 0, 3, 8),
  climate("alpine valley, autumn, east roof", 46.8, 30, "2025-09-01", 30, 90, 3, 8),
  climate("lowland, half-hourly", 52, 30, "2025-04-01", 40, 30, 3.3, 10),
  climate("far north, spring", 62, 15, "2025-03-15", 45, 0, 2.6, 3),
  climate("far north, midsummer", 62, 60, "2025-06-01", 35, -20, 2.8, 13),
];

function compared({ lat, minutes, from, tiltDeg, offDeg, turbidity, tempC }: Climate, seed: number) {
  const site = exampleSite((it) => {
    Object.assign(it.location, { lat, lon: 10, elevationM: 200 });
    Object.assign(it.planes[0], {
      tiltDeg,
      azimuthDeg: (lat < 0 ? 360 : 180) + offDeg - (lat < 0 && offDeg >= 0 ? 360 : 0),
      horizon: [],
      mounting: "ground-rack",
    });
    it.inverters[0].acRatedW = 8000;
  });
  const stepMs = minutes * 60_000;
  const grid = { startMs: Date.parse(`${from}T00:00:00Z`), stepMs, count: (60 * 86_400_000) / stepMs };
  const made = makeWeather(grid, site.location, seed, { meanTempC: tempC, seasonSwingC: 8, linkeTurbidity: turbidity });
  made.channels.delete("snow_cm");
  const weather = weatherFromSeries(made);
  const ours = expectedOutput(site, weather).inverters.get("inv1")?.acW as Float64Array;
  const other = secondOpinion(site, weather);
  const energy = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0);
  const square = ours.reduce((sum, watts, i) => sum + (watts - other[i]) ** 2, 0);
  return { energyOff: energy(ours) / energy(other) - 1, rmse: Math.sqrt(square / grid.count) / 8000 };
}

describe("a second implementation by other models, from 55° S to 62° N and 5 to 60 minutes", () => {
  const results = CLIMATES.map((entry, k) => ({ place: entry.place, ...compared(entry, 20 + k) }));

  it.each(results)(
    "differs by less than 5 % over two months, and by less than 3 % of the rating in an interval: $place",
    ({ energyOff, rmse }) => {
      expect(Math.abs(energyOff)).toBeLessThan(0.05);
      expect(rmse).toBeLessThan(0.03);
    },
  );

  it("differs by less than 2 % in the median", () => {
    const off = results.map(({ energyOff }) => Math.abs(energyOff)).sort((a, b) => a - b);
    expect(off[Math.floor(off.length / 2)]).toBeLessThan(0.02);
  });
});
