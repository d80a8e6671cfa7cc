import { describe, expect, it } from "vitest";
import { erbsDiffuseFraction } from "../sky/decomposition";
import { cellOverModuleC, faimanModuleTempC } from "./cellTemperature";
import { cosIncidence } from "./incidence";
import { beamTransmittance, diffuseTransmittance } from "./incidenceLoss";
import { horizonElevationDeg, obstacleHeightM, Skyline } from "./skyline";
import { type PlaneIrradiance, type SkyState, tiltedView, transpose } from "./transposition";

const parts = (): PlaneIrradiance => ({ beamWm2: 0, circumsolarWm2: 0, skyWm2: 0, groundWm2: 0 });
const total = (p: PlaneIrradiance) => p.beamWm2 + p.circumsolarWm2 + p.skyWm2 + p.groundWm2;

it("gives the angle of incidence of Duffie & Beckman 2013, example 1.6.1", () => {
  // 43° N, 13 February, 10:30 solar time: tilt 45°, facing 15° west of south; the book finds 35°.
  const declination = -14;
  const [lat, hour] = [43, -22.5].map((deg) => (deg * Math.PI) / 180);
  const dec = (declination * Math.PI) / 180;
  const cosZenith = Math.sin(lat) * Math.sin(dec) + Math.cos(lat) * Math.cos(dec) * Math.cos(hour);
  const zenith = Math.acos(cosZenith);
  const azimuth = 180 + (Math.atan2(Math.sin(hour), Math.cos(hour) * Math.sin(lat) - Math.tan(dec) * Math.cos(lat)) * 180) / Math.PI;
  const cosine = cosIncidence((zenith * 180) / Math.PI, azimuth, 45, 195);
  expect((Math.acos(cosine) * 180) / Math.PI).toBeCloseTo(35.0, 0);
});

it("gives the irradiation of a slope of Duffie & Beckman 2013, example 2.15.1", () => {
  // 40° N, 20 February, 9 to 10 solar time: 1.04 MJ/m² of 2.34 outside the atmosphere, tilt 60°, albedo 0.6; the book finds
  // 0.766 of it diffuse (Erbs), R_b 1.71 and 1.17 MJ/m².
  const [lat, dec, hour] = [40, -11.6, -37.5].map((deg) => (deg * Math.PI) / 180);
  const toward = (latitude: number) => Math.sin(latitude) * Math.sin(dec) + Math.cos(latitude) * Math.cos(dec) * Math.cos(hour);
  const [cosZenith, front] = [toward(lat), toward(lat - Math.PI / 3)];
  expect(front / cosZenith).toBeCloseTo(1.71, 2);
  const [ghiWm2, extraterrestrialWm2] = [1.04e6 / 3600, 2.34e6 / 3600 / cosZenith];
  const diffuse = erbsDiffuseFraction(1.04 / 2.34);
  expect(Math.abs(diffuse - 0.766)).toBeLessThan(0.002);
  const dhiWm2 = ghiWm2 * diffuse;
  const sky: SkyState = {
    ...{ ghiWm2, dhiWm2, dniWm2: (ghiWm2 - dhiWm2) / cosZenith, extraterrestrialWm2 },
    ...{ cosZenith, zenithDeg: (Math.acos(cosZenith) * 180) / Math.PI, airMass: 1 / cosZenith },
  };
  const out = transpose("isotropic", sky, front, tiltedView(60), 0.6, parts());
  expect((total(out) * 3600) / 1e6).toBeCloseTo(1.17, 2);
});

describe("transposition", () => {
  const sky: SkyState = {
    ghiWm2: 600,
    dniWm2: 700,
    dhiWm2: 150,
    extraterrestrialWm2: 1366,
    zenithDeg: 50,
    cosZenith: Math.cos((50 * Math.PI) / 180),
    airMass: 1.55,
  };

  it.each(["isotropic", "hay-davies", "perez"] as const)("%s gives the horizontal irradiance back on a horizontal plane", (model) => {
    const out = transpose(model, sky, sky.cosZenith, tiltedView(0), 0.2, parts());
    expect(total(out)).toBeCloseTo(sky.dniWm2 * sky.cosZenith + sky.dhiWm2, 6);
  });

  it("is isotropic for Hay and Davies without beam", () => {
    const dull = { ...sky, dniWm2: 0, ghiWm2: 150 };
    expect(total(transpose("hay-davies", dull, 0.8, tiltedView(40), 0.2, parts()))).toBeCloseTo(
      total(transpose("isotropic", dull, 0.8, tiltedView(40), 0.2, parts())),
      9,
    );
  });

  it("follows Hay & Davies 1980 in numbers", () => {
    const out = transpose("hay-davies", sky, 0.9, tiltedView(30), 0.2, parts());
    const anisotropy = 700 / 1366;
    expect(out.beamWm2).toBeCloseTo(630, 6);
    expect(out.circumsolarWm2).toBeCloseTo((150 * anisotropy * 0.9) / sky.cosZenith, 6);
    expect(out.skyWm2).toBeCloseTo(150 * (1 - anisotropy) * 0.933013, 3);
    expect(out.groundWm2).toBeCloseTo(600 * 0.2 * 0.066987, 3);
  });

  it("agrees between Perez and Hay and Davies within 5 % under a clear sky on a south plane", () => {
    const [perez, hay] = (["perez", "hay-davies"] as const).map((model) =>
      total(transpose(model, sky, 0.95, tiltedView(30), 0.2, parts())),
    );
    expect(Math.abs(perez / hay - 1)).toBeLessThan(0.05);
  });
});

describe("glass", () => {
  it("passes all at normal incidence, nothing from the edge, and never more at a flatter angle", () => {
    expect(beamTransmittance(1)).toBe(1);
    expect(beamTransmittance(0)).toBe(0);
    for (let deg = 1; deg < 90; deg++) {
      expect(beamTransmittance(Math.cos((deg * Math.PI) / 180))).toBeLessThanOrEqual(
        beamTransmittance(Math.cos(((deg - 1) * Math.PI) / 180)),
      );
    }
    expect(beamTransmittance(0.5)).toBeCloseTo(0.958, 2);
  });

  it("passes about 95 % of sky diffuse at usual tilts, and less of the ground's", () => {
    for (const tilt of [0, 30, 60]) expect(diffuseTransmittance(tilt).sky).toBeCloseTo(0.95, 1);
    expect(diffuseTransmittance(30).ground).toBeLessThan(diffuseTransmittance(30).sky);
  });
});

it("heats a rack by 32 K in full sun and still air as Faiman 2008 says, less in wind, more on a closed roof", () => {
  expect(faimanModuleTempC(800, 20, 1, "ground-rack")).toBeCloseTo(20 + 800 / 31.84, 9);
  expect(faimanModuleTempC(800, 20, 5, "ground-rack")).toBeLessThan(faimanModuleTempC(800, 20, 1, "ground-rack"));
  expect(faimanModuleTempC(800, 20, 1, "building-integrated")).toBeGreaterThan(faimanModuleTempC(800, 20, 1, "roof-flush"));
  expect(faimanModuleTempC(0, -45, 2, "roof-flush")).toBe(-45);
});

it("has cells that are warmer than the module's back by 3 K on an open rack in full sun, by nothing in front of insulation", () => {
  expect(cellOverModuleC(50, 1000, "ground-rack")).toBe(53);
  expect(cellOverModuleC(50, 500, "ground-rack")).toBe(51.5);
  expect(cellOverModuleC(50, 1000, "roof-flush")).toBe(51);
  expect(cellOverModuleC(50, 1000, "building-integrated")).toBe(50);
});

describe("the skyline", () => {
  const horizon = [
    { azimuthDeg: 90, elevationDeg: 10 },
    { azimuthDeg: 180, elevationDeg: 20 },
    { azimuthDeg: 270, elevationDeg: 0 },
  ];

  it("is interpolated round the compass, over north too", () => {
    expect(horizonElevationDeg(horizon, 135)).toBe(15);
    expect(horizonElevationDeg(horizon, 0)).toBe(5);
    expect(horizonElevationDeg(horizon, 359.999)).toBeCloseTo(5, 3);
    expect(horizonElevationDeg([], 77)).toBe(0);
  });

  it("blocks the beam under it, and an obstacle on its bearing over its width", () => {
    const sky = new Skyline(horizon, [{ id: "pole", kind: "pole", bearingDeg: 200, distanceM: 10, heightM: 10, widthM: 2 }], 0);
    expect(sky.beamShare(180, 19.9)).toBe(0);
    expect(sky.beamShare(180, 20.1)).toBe(1);
    expect(sky.beamShare(200, 44)).toBe(0);
    expect(sky.beamShare(200, 46)).toBe(1);
    expect(sky.beamShare(207, 44)).toBe(1);
  });

  it("lets a tree grow, and it was lower before the survey", () => {
    const tree = {
      id: "t",
      kind: "tree" as const,
      bearingDeg: 0,
      distanceM: 1,
      heightM: 9,
      widthM: 1,
      growthMPerYear: 0.5,
      surveyed: "2024-05-01",
    };
    expect(obstacleHeightM(tree, Date.parse("2026-05-01"))).toBeCloseTo(10, 2);
    expect(obstacleHeightM(tree, Date.parse("2022-05-01"))).toBeCloseTo(8, 2);
  });

  it("takes more of the sky the higher it is, all of it at the zenith, none when open", () => {
    const ring = (elevationDeg: number) => new Skyline([{ azimuthDeg: 0, elevationDeg }], [], 0).skyShare(0, 180);
    expect(ring(0)).toBe(1);
    // Lambert: a ring of elevation h leaves cos² h of the horizontal diffuse.
    expect(ring(30)).toBeCloseTo(0.75, 1);
    expect(ring(60)).toBeCloseTo(0.25, 1);
  });
});
