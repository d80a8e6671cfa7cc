import type { Axis } from "../fit/axis";

/** Days from the first of the light to the last, whole ones. */
export function dataDays({ day }: Axis): number {
  return day.length > 0 ? Math.floor(day[day.length - 1] - day[0]) + 1 : 0;
}
