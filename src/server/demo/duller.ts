import type { Series } from "@/core/series/grid";

/** Weather of fog that stays from an instant on: a share of the light, mild, without snow. */
export function duller({ grid, channels }: Series, { fromMs, share }: { fromMs: number; share: number }): Series {
  const from = Math.round((fromMs - grid.startMs) / grid.stepMs);
  const since = (name: string, change: (value: number) => number) =>
    [name, (channels.get(name) as Float64Array).map((value, i) => (i < from ? value : change(value)))] as const;
  return {
    grid,
    channels: new Map([
      ...channels,
      since("ghi", (value) => share * value),
      since("snow_cm", () => 0),
      since("t_air", (airC) => Math.max(4, airC)),
    ]),
  };
}
