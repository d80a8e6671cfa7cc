/** Nearest of eight winds. */
export function compass(azimuthDeg: number): string {
  return ["north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west"][Math.round(azimuthDeg / 45) % 8];
}
