import { describe, expect, it } from "vitest";
import { airMassAt, ClearSkyTable, clearSkyGhiWm2, haurwitzGhiWm2, relativeAirMass } from "./clearSky";
import { erbsDiffuseFraction } from "./decomposition";
import { engererCoefficients, engererDiffuseFraction } from "./engerer";
import { climateTurbidity, linkeTurbidityAt, yearShareOf } from "./turbidity";

const cos = (deg: number) => Math.cos((deg * Math.PI) / 180);

it("follows the air mass of Kasten & Young 1989 in numbers, as the table of powers too", () => {
  for (const zenithDeg of [0, 33.3, 60, 75, 80, 85, 88, 89.97]) {
    const exact = 1 / (cos(zenithDeg) + 0.50572 * (96.07995 - zenithDeg) ** -1.6364);
    expect(Math.abs(relativeAirMass(zenithDeg) / exact - 1)).toBeLessThan(2e-4);
    expect(airMassAt(zenithDeg, cos(zenithDeg))).toBeCloseTo(relativeAirMass(zenithDeg), 9);
  }
  expect(relativeAirMass(60)).toBeCloseTo(1.994, 3);
  expect(relativeAirMass(90)).toBeGreaterThan(36);
  expect(relativeAirMass(90)).toBeLessThan(39);
});

describe("turbidity", () => {
  it("is cleaner at the poles, on mountains and in winter, and hazier near the equator", () => {
    expect(climateTurbidity(75, 0, 0.5)).toBeLessThan(climateTurbidity(45, 0, 0.5));
    expect(climateTurbidity(45, 0, 0.5)).toBeLessThan(climateTurbidity(5, 0, 0.5));
    expect(climateTurbidity(46.8, 3000, 0.5)).toBeLessThan(climateTurbidity(46.8, 500, 0.5));
    expect(climateTurbidity(46.8, 500, 0.04)).toBeLessThan(climateTurbidity(46.8, 500, 0.54));
    expect(climateTurbidity(-33, 0, 0.04)).toBeGreaterThan(climateTurbidity(-33, 0, 0.54));
  });

  it("is the site's own where given: one value, or months joined over the turn of the year", () => {
    const place = { lat: 46.8, elevationM: 800 };
    const at = (text: string) => Date.parse(text);
    expect(linkeTurbidityAt({ ...place, linkeTurbidity: 4.2 }, at("2025-07-01"))).toBe(4.2);
    const months = [2, 3, 3, 3, 4, 4, 4, 4, 3, 3, 3, 4];
    expect(linkeTurbidityAt({ ...place, linkeTurbidity: months }, at("2025-01-16"))).toBeCloseTo(2, 1);
    expect(linkeTurbidityAt({ ...place, linkeTurbidity: months }, at("2025-12-31"))).toBeCloseTo(3, 1);
    expect(linkeTurbidityAt(place, at("2025-07-16"))).toBeCloseTo(climateTurbidity(46.8, 800, yearShareOf(at("2025-07-16"))), 9);
  });
});

it("reads the clear sky from its table within 0.5 %, and by Haurwitz over the height of Ineichen's stations", () => {
  for (const elevationM of [0, 900, 2500]) {
    const table = new ClearSkyTable(elevationM);
    for (const zenithDeg of [10, 45, 70, 80, 86]) {
      expect(table.ghiWm2(cos(zenithDeg), 3.4, 1380) / clearSkyGhiWm2(zenithDeg, elevationM, 3.4, 1380)).toBeCloseTo(1, 2);
    }
    expect(table.ghiWm2(-0.1, 3, 1361)).toBe(0);
  }
  expect(clearSkyGhiWm2(40, 5600, 2, 1361)).toBe(haurwitzGhiWm2(40));
  expect(new ClearSkyTable(5600).ghiWm2(cos(40), 2, 1361) / haurwitzGhiWm2(40)).toBeCloseTo(1, 2);
});

describe("the diffuse share by Engerer", () => {
  const share = (minutes: number, clearness: number, clearClearness = 0.75) => {
    const horizontal = 1361 * cos(50);
    const coefficients = engererCoefficients(minutes * 60_000) as readonly number[];
    return engererDiffuseFraction(coefficients, clearness * horizontal, clearClearness * horizontal, 1361, cos(50), 50, 12);
  };

  it("follows equation 30 in numbers", () => {
    const [c, b0, b1, b2, b3, b4] = [0.10562, -4.1332, 8.2578, 0.010087, 0.00088801, -4.9302];
    const exponent = b0 + b1 * 0.5 + b2 * 12 + b3 * 50 + b4 * (0.75 - 0.5);
    expect(share(1, 0.5)).toBeCloseTo(c + (1 - c) / (1 + Math.exp(exponent)), 9);
  });

  it("is nearly all diffuse under an overcast sky, little under a clear one, and more again where clouds add light", () => {
    for (const minutes of [1, 5, 15, 30]) {
      expect(share(minutes, 0.1)).toBeGreaterThan(0.93);
      expect(share(minutes, 0.75)).toBeLessThan(0.25);
      expect(share(minutes, 0.95)).toBeGreaterThan(share(minutes, 0.8));
    }
  });

  it("stays near Erbs between the ends, and leaves long intervals to him", () => {
    for (const clearness of [0.3, 0.45, 0.6]) expect(Math.abs(share(30, clearness) - erbsDiffuseFraction(clearness))).toBeLessThan(0.2);
    expect(engererCoefficients(3_600_000)).toBeNull();
  });
});
