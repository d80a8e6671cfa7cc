/** Lengths of time in milliseconds, the unit of every instant and axis in the core. */
export const SECOND_MS = 1000;
export const MINUTE_MS = 60 * SECOND_MS;
export const HOUR_MS = 60 * MINUTE_MS;
export const DAY_MS = 24 * HOUR_MS;
/** The mean year of the Gregorian calendar, 365.2425 days. */
export const YEAR_DAYS = 365.2425;
export const YEAR_MS = YEAR_DAYS * DAY_MS;

/** Minutes of a day on a clock without a jump. */
export const DAY_MINUTES = 1440;

/** Watt-milliseconds in a kilowatt-hour: divides a power held through a time into energy. */
export const WATT_MS_PER_KWH = 1000 * HOUR_MS;

/** One degree in radians. */
export const RAD = Math.PI / 180;
