import { DAY_MS } from "../constants";
import { dayName } from "../series/localDay";
import { DAY_WEATHER, type DayBookShape, type DayWeather, powerBytes, rowBytes, wattsOf } from "./shape";

/** A day book as screens read it: expected and measured power of every slot of every day, the days' weather, the energies of strings and modules. */
export class DayBook {
  private readonly rows: DataView;
  private readonly bytes: number;
  private readonly floatsAt: number;
  /** The calendar day number of the first row. */
  readonly firstDay: number;

  /** @throws Error where the bytes aren't those of the shape */
  constructor(
    readonly shape: DayBookShape,
    bytes: Uint8Array,
  ) {
    this.bytes = rowBytes(shape);
    this.floatsAt = powerBytes(shape);
    if (bytes.byteLength !== this.bytes * shape.rows)
      throw new Error(`a day book of ${bytes.byteLength} bytes, not ${this.bytes * shape.rows}`);
    this.rows = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    this.firstDay = Math.round(Date.parse(`${shape.firstDay}T00:00:00Z`) / DAY_MS);
  }

  /** Power that was expected of a unit in a slot, W, with the limits that the inverter has by design; NaN where the weather isn't known. */
  expectedW(row: number, column: number, unit: number): number {
    return this.power(row, column, unit, 0);
  }

  /** Power that was measured, W; NaN where there is no usable value. */
  measuredW(row: number, column: number, unit: number): number {
    return this.power(row, column, unit, 2);
  }

  /** Of a day; NaN where it isn't known. */
  weather(row: number, what: DayWeather): number {
    return this.float(row, DAY_WEATHER.indexOf(what));
  }

  /** Energy (or charge) of a string or module on a day; NaN where it isn't told. @param part its place among the shape's parts */
  part(row: number, part: number): number {
    return this.float(row, DAY_WEATHER.length + part);
  }

  /** What a cause took on a day, kWh; NaN where it isn't known. @param cause its place among the shape's causes */
  causeKwh(row: number, cause: number): number {
    return this.float(row, DAY_WEATHER.length + this.shape.parts.length + cause);
  }

  /** "2026-01-15" of a row. */
  dayOf(row: number): string {
    return dayName(this.firstDay + row);
  }

  /** The row of a day; out of range where the book doesn't have it. */
  rowOf(day: string): number {
    return Math.round(Date.parse(`${day}T00:00:00Z`) / DAY_MS) - this.firstDay;
  }

  private power(row: number, column: number, unit: number, offset: number): number {
    const { units } = this.shape;
    const code = this.rows.getUint16(row * this.bytes + 4 * (column * units.length + unit) + offset, true);
    return wattsOf(code, units[unit].peakW);
  }

  private float(row: number, at: number): number {
    return this.rows.getFloat32(row * this.bytes + this.floatsAt + 4 * at, true);
  }
}
