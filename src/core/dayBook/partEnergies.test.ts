import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { DayBook } from "./dayBook";
import { PartEnergies } from "./partEnergies";
import { DAY_WEATHER, type DayBookShape, powerBytes, rowBytes } from "./shape";

/** A book of parts alone. @param energies by day and part; NaN where a day isn't known */
function bookOf(parts: DayBookShape["parts"], energies: number[][]): DayBook {
  const shape: DayBookShape = {
    firstDay: "2026-01-01",
    rows: energies.length,
    columns: 1,
    minutesPerColumn: 1440,
    units: [{ scope: "inv1", peakW: 1 }],
    parts,
    causes: [],
  };
  const view = new DataView(new ArrayBuffer(shape.rows * rowBytes(shape)));
  energies.forEach((day, row) => {
    day.forEach((value, k) => {
      view.setFloat32(row * rowBytes(shape) + powerBytes(shape) + 4 * (DAY_WEATHER.length + k), value, true);
    });
  });
  return new DayBook(shape, new Uint8Array(view.buffer));
}

const kWh = (scope: string) => ({ scope, unit: "kWh" as const });

describe("strings and modules beside each other", () => {
  const site = exampleSite((it) => {
    const [string] = it.strings;
    it.planes.push({ ...it.planes[0], id: "east" });
    it.strings = [
      string,
      { ...string, id: "s2" },
      { ...string, id: "s3", modules: 2 * string.modules },
      { ...string, id: "s4", plane: "east" },
    ];
  });

  it("are held against what was of their kind on each day, where the array was changed", () => {
    // On the first day s1 had two strings of half its size beside it, on the second one of its own.
    const before = exampleSite((it) => {
      it.strings = [it.strings[0], { ...it.strings[0], id: "s2", modules: 5 }, { ...it.strings[0], id: "old", modules: 5 }];
    });
    const book = bookOf(["s1", "s2", "old"].map(kWh), [
      [10, 5, 5],
      [10, 10, Number.NaN],
    ]);
    const parts = new PartEnergies(book, exampleSite(), [{ site: before, to: "2026-01-01" }]);
    expect(parts.over(0, 2).map(({ scope, energy, overPeers }) => [scope, energy, overPeers])).toEqual([
      ["s1", 20, 1],
      ["s2", 15, 1],
      ["old", 5, 1],
    ]);
    // Held against what is there now the old days would look like a fault.
    expect(new PartEnergies(book, exampleSite()).over(0, 1).find(({ scope }) => scope === "s2")?.overPeers).toBe(0.5);
  });

  it("are held against the middle one of the others on their plane, by their size", () => {
    const book = bookOf(["s1", "s2", "s3", "s4"].map(kWh), [[5, 10, 20, 1]]);
    const [s1, s2, s3, s4] = new PartEnergies(book, site).over(0, 1);
    expect(s1).toMatchObject({ scope: "s1", energy: 5, overPeers: 0.5, peers: 2 });
    // Of the halved and the whole one the middle is three quarters.
    expect(s2.overPeers).toBeCloseTo(10 / 7.5, 6);
    expect(s3.overPeers).toBeCloseTo(10 / 7.5, 6);
    expect(s4).toMatchObject({ overPeers: null, peers: 0 });
  });

  it("count only the days on which they are known", () => {
    const book = bookOf(["s1", "s2"].map(kWh), [
      [Number.NaN, 10],
      [8, 10],
      [4, Number.NaN],
    ]);
    const [s1, s2] = new PartEnergies(book, site).over(0, 3);
    expect(s1).toMatchObject({ energy: 12, overPeers: expect.closeTo(0.8, 6) });
    expect(s2.energy).toBe(20);
    expect(new PartEnergies(book, site).over(0, 1)[0].overPeers).toBeNull();
  });

  it("are modules against modules, not against strings", () => {
    const book = bookOf(["s1", "s2", "s1.01", "s1.02", "s1.03"].map(kWh), [[10, 10, 1, 1, 0.7]]);
    expect(new PartEnergies(book, site).over(0, 1).map(({ overPeers }) => overPeers)).toEqual(
      [1, 1, 1.1764706, 1.1764706, 0.7].map((x) => expect.closeTo(x, 5)),
    );
  });

  it("are summed over any period", () => {
    const energies = new PartEnergies(
      bookOf(["s1", "s2"].map(kWh), [
        [10, 10],
        [10, 10],
        [5, 10],
        [5, 10],
        [5, 10],
      ]),
      site,
    );
    expect(energies.over(0, 2)[0].overPeers).toBeCloseTo(1, 6);
    expect(energies.over(2, 5)[0]).toMatchObject({ energy: 15, overPeers: expect.closeTo(0.5, 6) });
    expect(energies.over(-4, 99)[0].energy).toBe(35);
  });
});
