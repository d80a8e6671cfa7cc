/** Red, green and blue, 0 to 255. */
export type Rgb = [number, number, number];

/** A colour of the sheet as it lies now, for what is drawn pixel by pixel. @param name of the token */
export function sheetColour(name: string): Rgb {
  const value = Number.parseInt(getComputedStyle(document.documentElement).getPropertyValue(name).trim().slice(1), 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
}

/** Colours from nothing to all of what was expected. */
export function sheetRamp(): Rgb[] {
  return ["--ribbon-low", "--ribbon-mid", "--ribbon-full"].map(sheetColour);
}

/** A colour between two. @param share of the second */
export function mix(a: Rgb, b: Rgb, share: number): Rgb {
  return a.map((from, k) => Math.round(from + (b[k] - from) * share)) as Rgb;
}

/** A colour on a ramp of three. @param share of the way, 0 to 1 */
export function ramp([low, middle, full]: Rgb[], share: number): Rgb {
  return share < 0.5 ? mix(low, middle, share * 2) : mix(middle, full, (share - 0.5) * 2);
}
