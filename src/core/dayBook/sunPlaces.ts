import { DAY_MS, MINUTE_MS } from "../constants";
import { zoneOffsetMinutes } from "../series/localDay";
import { type Observer, sunPositions } from "../sun/position";
import type { DayBook } from "./dayBook";

/** Where the sun stands in the middle of each slot of a day book, by `row × columns + column`; below the horizon elevations are negative and bearings aren't worked out. */
export interface SunPlaces {
  azimuthDeg: Float32Array;
  elevationDeg: Float32Array;
}

/** Of every slot in which something was expected: then the sun is up, but for its first and last minutes. */
export function sunPlaces(book: DayBook, observer: Observer, timeZone: string): SunPlaces {
  const { rows, columns, minutesPerColumn, units } = book.shape;
  const places = { azimuthDeg: new Float32Array(rows * columns), elevationDeg: new Float32Array(rows * columns).fill(-90) };
  const [lit, utcMs]: [number[], number[]] = [[], []];
  for (let row = 0; row < rows; row++) {
    const midnightMs = (book.firstDay + row) * DAY_MS;
    // The clocks change at night: noon has the day's own offset.
    const offsetMs = zoneOffsetMinutes(timeZone, midnightMs + DAY_MS / 2) * MINUTE_MS;
    for (let column = 0; column < columns; column++) {
      if (!units.some((_, unit) => book.expectedW(row, column, unit) > 0)) continue;
      lit.push(row * columns + column);
      utcMs.push(midnightMs - offsetMs + (column + 0.5) * minutesPerColumn * MINUTE_MS);
    }
  }
  const { azimuthDeg, zenithDeg } = sunPositions(Float64Array.from(utcMs), observer);
  lit.forEach((slot, k) => {
    places.azimuthDeg[slot] = azimuthDeg[k];
    places.elevationDeg[slot] = 90 - zenithDeg[k];
  });
  return places;
}
