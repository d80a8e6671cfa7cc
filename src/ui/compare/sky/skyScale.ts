import { PART_OF_SKY, type SkyPart } from "@/core/dayBook/skyLoss";

/** Room around the sky for its scales, px. */
export const ROOM = { left: 40, right: 10, top: 8, bottom: 24 } as const;

/** From degrees to places in a drawing. */
export interface SkyScale {
  fromDeg: number;
  toDeg: number;
  topDeg: number;
  x(azimuthDeg: number): number;
  y(elevationDeg: number): number;
  width: number;
  height: number;
}

/** The part of the sky that the sun came to, in a drawing of a size, px. South of the tropics the sun passes in the north: then north stands in the middle. */
export function skyScale(parts: readonly SkyPart[], width: number, height: number, south: boolean): SkyScale {
  const turned = (azimuthDeg: number) => (south ? azimuthDeg : (azimuthDeg + 180) % 360);
  const bearings = parts.map(({ azimuthDeg }) => turned(azimuthDeg));
  const [fromDeg, toDeg] = bearings.length > 0 ? [Math.min(...bearings) - 6, Math.max(...bearings) + 6] : [60, 300];
  const topDeg = Math.max(15, ...parts.map(({ elevationDeg }) => elevationDeg + 2 * PART_OF_SKY.elevationDeg));
  const [across, up] = [width - ROOM.left - ROOM.right, height - ROOM.top - ROOM.bottom];
  return {
    ...{ fromDeg, toDeg, topDeg, width, height },
    x: (azimuthDeg) => ROOM.left + ((turned(azimuthDeg) - fromDeg) / (toDeg - fromDeg)) * across,
    y: (elevationDeg) => ROOM.top + (1 - elevationDeg / topDeg) * up,
  };
}

const WINDS = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"] as const;

/** Bearings to name on the scale, every half quarter of the circle. */
export function windTicks({ fromDeg, toDeg }: SkyScale, south: boolean): { azimuthDeg: number; name: string }[] {
  return WINDS.map((name, k) => ({ azimuthDeg: 45 * k, name })).filter(({ azimuthDeg }) => {
    const at = south ? azimuthDeg : (azimuthDeg + 180) % 360;
    return at >= fromDeg && at <= toDeg;
  });
}
