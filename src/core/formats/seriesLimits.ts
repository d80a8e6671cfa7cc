import { DAY_MS } from "../constants";

/** How large a series file and what stands in it may be. A limit that a real file could meet has its argument beside it. */
export const SERIES_MOST = {
  /** Ten years of minutes with ten channels are some 450 MB; what is larger comes in years. */
  fileBytes: 500_000_000,
  /** 500 modules with currents and voltages of their strings. */
  columns: 2000,
  /** A row of that many columns is some 25 kB; longer lines come from a file that isn't a table. */
  lineCharacters: 200_000,
  cellCharacters: 500,
  /** No number that was ever measured is written longer. */
  numberCharacters: 40,
  /** Counters in watt-hours of the largest farm over its life stay under it; more is a broken number. */
  value: 1e12,
  /** Values on the regular axis, gaps filled: 400 MB. Ten years of minutes with nine channels. */
  cells: 50_000_000,
  /** A logger that stood still for two winters still counts; a longer hole is a mistyped year, or two files. */
  gapMs: 1100 * DAY_MS,
  /** How far a clock may run ahead: one that is set to another zone, and a day mistaken. */
  aheadMs: 2 * DAY_MS,
} as const;

/** Grid-connected arrays with interval loggers begin about then (the first large roof programmes). */
export const EARLIEST_SERIES_MS = Date.UTC(1990, 0, 1);
