/** Room around the sky for its scales, px. */
export const ROOM = { left: 40, right: 10, top: 8, bottom: 24 } as const;

/** From degrees to places in a drawing. */
export interface SkyScale {
  fromDeg: number;
  toDeg: number;
  topDeg: number;
  x(azimuthDeg: number): number;
  /** The same of a bearing that is turned already. */
  xOfTurned(deg: number): number;
  y(elevationDeg: number): number;
  width: number;
  height: number;
}

/** A bearing as it stands in a drawing: south of the tropics the sun passes in the north, and north stands in the middle. */
export function turned(azimuthDeg: number, south: boolean): number {
  return south ? azimuthDeg : (azimuthDeg + 180) % 360;
}

/** A part of the sky in a drawing of a size, px. @param part in bearings as they are turned */
export function skyScale(part: Pick<SkyScale, "fromDeg" | "toDeg" | "topDeg">, width: number, height: number, south: boolean): SkyScale {
  const [across, up] = [width - ROOM.left - ROOM.right, height - ROOM.top - ROOM.bottom];
  const xOfTurned = (deg: number) => ROOM.left + ((deg - part.fromDeg) / (part.toDeg - part.fromDeg)) * across;
  return {
    ...{ ...part, width, height, xOfTurned },
    x: (azimuthDeg) => xOfTurned(turned(azimuthDeg, south)),
    y: (elevationDeg) => ROOM.top + (1 - elevationDeg / part.topDeg) * up,
  };
}

const WINDS = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"] as const;

/** Bearings to name on the scale, every half quarter of the circle. */
export function windTicks({ fromDeg, toDeg }: SkyScale, south: boolean): { azimuthDeg: number; name: string }[] {
  return WINDS.map((name, k) => ({ azimuthDeg: 45 * k, name })).filter(({ azimuthDeg }) => {
    const at = turned(azimuthDeg, south);
    return at >= fromDeg && at <= toDeg;
  });
}
