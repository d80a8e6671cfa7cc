import { describe, expect, it } from "vitest";
import { quickAcos, quickAtan2 } from "./angles";
import { heliocentricEarth } from "./geocentric";
import { litSun } from "./litInterval";
import { sunPosition, sunPositions } from "./position";
import { refractionDeg } from "./refraction";

/**
 * Positions of the sun by an almanac library (VSOP87 based, topocentric, without refraction), at random instants and
 * places: seconds since 1970, latitude, longitude, azimuth, zenith, degrees.
 */
const ALMANAC: [number, number, number, number, number][] = [
  [2171964265, -14.00078, 31.90327, 267.6489, 26.2918],
  [2082085638, -38.00451, 5.65822, 112.9426, 81.2398],
  [1210936451, 62.60793, -168.4147, 0.99, 98.1446],
  [-413573830, -25.18822, 117.03313, 270.7811, 33.5694],
  [2029584066, -51.04523, 151.03441, 192.9089, 141.7012],
  [1034340147, 65.50552, 156.42696, 348.7821, 121.1774],
  [-337907278, 66.41094, -7.65202, 5.5063, 102.9889],
  [-138499866, -4.81481, -153.24489, 311.9011, 30.0591],
  [1732080689, 6.21916, -140.62253, 250.0377, 125.757],
  [83180749, 0.92011, 100.25837, 23.8196, 165.5883],
  [236897020, -55.06637, -52.29416, 293.1812, 101.7801],
  [-413296654, -23.01818, 133.86382, 233.2322, 112.6191],
  [-51297143, -27.75725, 98.34843, 334.1359, 51.3829],
  [11523636, -53.92157, -90.66285, 117.4178, 130.4807],
  [1294723579, 29.64241, 63.62397, 141.25, 62.4555],
  [-427314810, -30.24917, -138.31585, 276.6881, 129.2923],
  [1136369761, -18.78084, 90.44057, 254.2823, 58.8138],
  [1163207789, 11.52009, -118.23774, 252.0011, 88.641],
  [1081170047, -60.78549, -143.75255, 122.7036, 113.754],
  [2077261999, -45.60813, -179.63669, 219.4211, 112.0626],
  [1627917830, -44.0306, -71.6966, 23.5384, 64.9123],
  [1182258688, 61.59749, -171.65901, 23.6401, 92.4661],
  [1418259994, -65.09498, 98.96259, 74.9799, 57.8515],
  [522533764, -57.98911, -38.89166, 286.2069, 103.5296],
  [1421877242, -50.99348, -42.81369, 247.7031, 82.4416],
  [1832087547, 44.7753, 82.02788, 315.5734, 148.8329],
  [855137640, 28.69297, -126.37756, 64.5097, 154.7286],
  [578769117, -26.37259, -132.48704, 57.0121, 67.2995],
  [-501746737, -62.60199, 171.29834, 109.1853, 82.2774],
  [560541722, -25.2923, 56.23085, 228.2898, 137.6812],
  [1656396685, 55.66673, 148.30101, 259.1834, 54.3616],
  [-451249462, -35.3736, -39.88712, 126.2365, 134.7263],
  [335566317, 7.83769, -93.14372, 280.2589, 38.6221],
  [2205252629, -24.04035, 141.80687, 122.2122, 108.682],
  [2289819456, 22.54037, -81.9792, 78.1707, 64.0328],
  [-452170272, 69.2555, 152.22089, 349.3751, 102.6804],
  [914411791, -61.4371, 94.20969, 263.73, 66.5375],
  [295511500, -8.84951, 172.75677, 288.0715, 94.3036],
  [2265275109, 48.74133, -153.08595, 24.5597, 136.9101],
  [1428256867, 14.70332, 77.98982, 328.6112, 155.7882],
];

describe("the worked example of Reda & Andreas 2004 (2003-10-17 12:30:30, UTC-7)", () => {
  const utcMs = Date.parse("2003-10-17T19:30:30Z");

  it("gives the Earth's heliocentric position", () => {
    const tau = (2452930.312847 - 2451545 + 67 / 86400) / 365250;
    const earth = heliocentricEarth(tau);
    expect(earth.longitudeDeg).toBeCloseTo(24.0182616917, 6);
    expect(earth.latitudeDeg).toBeCloseTo(-0.0001011219, 8);
    expect(earth.distanceAu).toBeCloseTo(0.9965422974, 9);
  });

  it("gives azimuth, zenith and apparent elevation", () => {
    const sun = sunPosition(utcMs, { lat: 39.742476, lon: -105.1786, elevationM: 1830.14, pressureHpa: 820, airTempC: 11 });
    expect(sun.azimuthDeg).toBeCloseTo(194.34024, 3);
    expect(90 - sun.elevationApparentDeg).toBeCloseTo(50.11162, 3);
  });
});

it.each(ALMANAC)("agrees with an almanac at %i s, %f°, %f°", (seconds, lat, lon, azimuthDeg, zenithDeg) => {
  const sun = sunPosition(seconds * 1000, { lat, lon, elevationM: 0 });
  expect(Math.abs(sun.zenithDeg - zenithDeg)).toBeLessThan(0.005);
  const turn = ((sun.azimuthDeg - azimuthDeg + 540) % 360) - 180;
  expect(Math.abs(turn * Math.sin((zenithDeg * Math.PI) / 180))).toBeLessThan(0.005);
});

it("interpolates a series to within 0.0001° of the single positions, over the turn of the year and of right ascension", () => {
  const observer = { lat: -33, lon: 151, elevationM: 20 };
  for (const from of ["1999-12-30T00:00:00Z", "2024-03-19T00:00:00Z"]) {
    const times = Float64Array.from({ length: 400 }, (_, i) => Date.parse(from) + i * 1_234_567);
    const series = sunPositions(times, observer);
    times.forEach((at, i) => {
      const single = sunPosition(at, observer);
      expect(Math.abs(series.zenithDeg[i] - single.zenithDeg)).toBeLessThan(1e-4);
      expect(Math.abs(((series.azimuthDeg[i] - single.azimuthDeg + 540) % 360) - 180)).toBeLessThan(1e-3);
    });
  }
});

it("lifts the sun by about half a degree at the horizon, and not at all well below it", () => {
  expect(refractionDeg(0, 1010, 10)).toBeCloseTo(0.48, 1);
  // Meeus 1998, Astronomical Algorithms, example 16.a: the upper limb at 0.5541° is lifted by 24.618 arc minutes.
  expect(refractionDeg(0.5541, 1010, 10) * 60).toBeCloseTo(24.618, 2);
  expect(refractionDeg(45, 1010, 10)).toBeLessThan(0.02);
  expect(refractionDeg(-5, 1010, 10)).toBe(0);
});

describe("the sun of an interval", () => {
  const observer = { lat: 46.8, lon: 12.3, elevationM: 0 };
  const grid = { startMs: Date.parse("2025-03-20T00:00:00Z"), stepMs: 3_600_000, count: 24 };

  it("is up over the lit part only, and the lit parts make the day", () => {
    const { litShare, zenithDeg } = litSun(grid, observer);
    expect(litShare.reduce((sum, share) => sum + share, 0)).toBeCloseTo(12.03, 1);
    litShare.forEach((share, i) => {
      expect(share).toBeGreaterThanOrEqual(0);
      expect(share).toBeLessThanOrEqual(1);
      if (share > 0) expect(zenithDeg[i]).toBeLessThan(90.2);
    });
  });

  it("never sets in the polar summer and never rises in the polar winter", () => {
    const north = { lat: 80, lon: 0, elevationM: 0 };
    expect(litSun({ ...grid, startMs: Date.parse("2025-06-21T00:00:00Z") }, north).litShare.every((share) => share === 1)).toBe(true);
    expect(litSun({ ...grid, startMs: Date.parse("2025-12-21T00:00:00Z") }, north).litShare.every((share) => share === 0)).toBe(true);
  });
});

it("has quick inverse functions within 3e-8 rad of the exact ones, all round", () => {
  for (let k = -1000; k <= 1000; k++) {
    expect(Math.abs(quickAcos(k / 1000) - Math.acos(k / 1000))).toBeLessThan(3e-8);
    const angle = (k / 1000) * Math.PI * 0.9999;
    expect(Math.abs(quickAtan2(3 * Math.sin(angle), 3 * Math.cos(angle)) - angle)).toBeLessThan(3e-8);
  }
  expect(quickAtan2(0, 0)).toBe(0);
  expect(quickAcos(1.0000001)).toBe(0);
});
