import { describe, expect, it } from "vitest";
import { type Weather, weatherFromSeries } from "../weather/weather";
import { snowChance } from "./snowCover";

const HOURS = 24 * 8;
const GRID = { startMs: Date.parse("2025-01-01T00:00:00Z"), stepMs: 3_600_000, count: HOURS };
/** Hourly weather told by functions of the hour. */
function weather(channels: Record<string, (hour: number) => number>): Weather {
  const made = Object.entries(channels).map(([name, at]) => [name, Float64Array.from({ length: HOURS }, (_, i) => at(i))] as const);
  return weatherFromSeries({ grid: GRID, channels: new Map(made) });
}
const hours = (marks: Uint8Array) => marks.reduce((sum, mark) => sum + mark, 0);

describe("by depth", () => {
  const { possible, fresh, basis } = snowChance(weather({ t_air: () => -2, snow_cm: (hour) => (hour >= 48 && hour < 72 ? 5 : 0) }));

  it("can lie while the ground has some and a day and a half after", () => {
    expect(basis).toBe("depth");
    expect([possible[47], possible[48], possible[71], possible[71 + 36], possible[71 + 37]]).toEqual([0, 1, 1, 1, 0]);
  });

  it("is fresh a day and a half from the fall", () => {
    expect([fresh[47], fresh[48], fresh[48 + 36], fresh[48 + 37]]).toEqual([0, 1, 1, 0]);
  });

  it("takes a slow fall of a centimetre in a day for one, and less for none", () => {
    const falling = (perHour: number) => snowChance(weather({ t_air: () => -2, snow_cm: (hour) => Math.min(hour, 24) * perHour })).fresh;
    expect(hours(falling(0.06))).toBeGreaterThan(0);
    expect(hours(falling(0.02))).toBe(0);
  });

  it("isn't put off by missing depths", () => {
    const holed = snowChance(weather({ t_air: () => -2, snow_cm: (hour) => (hour % 3 === 0 ? Number.NaN : 10) }));
    expect(holed.possible[100]).toBe(1);
  });
});

describe("by precipitation, where no depth is measured", () => {
  const fall = (tempC: (hour: number) => number) =>
    snowChance(weather({ t_air: tempC, rain_mm: (hour) => (hour >= 24 && hour < 30 ? 1 : 0) }));

  it("stays through the frost and goes with sixty degree hours over 2 °C", () => {
    const { possible, basis } = fall((hour) => (hour < 72 ? -3 : 8));
    expect(basis).toBe("precipitation");
    expect([possible[23], possible[24], possible[71], possible[80], possible[83]]).toEqual([0, 1, 1, 1, 0]);
  });

  it("is rain when it is warm", () => {
    expect(hours(fall(() => 6).possible)).toBe(0);
    expect(hours(fall(() => 1).fresh)).toBeGreaterThan(36);
    expect(hours(fall(() => 1.5).fresh)).toBe(0);
  });
});

it("is by frost alone where nothing else is known: after a day with a mean under nought", () => {
  const { possible, basis } = snowChance(weather({ t_air: (hour) => (hour < 72 ? 5 : -5) }));
  expect(basis).toBe("frost");
  expect(possible[71]).toBe(0);
  expect(possible[95]).toBe(1);
  expect(hours(snowChance(weather({ t_air: () => 3 })).possible)).toBe(0);
});
