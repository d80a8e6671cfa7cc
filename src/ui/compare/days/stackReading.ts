import { amount, dayText } from "@/ui/marks/words";
import type { StackPoint } from "./stackPoints";

/** What all pictures say at one point, in words. @param bandPct half width of the band of a day's expected energy */
export function stackReading(point: StackPoint, bandPct: number): string {
  const { day, days, expected, measured, light, air, rain, snow } = point;
  const aDay = days > 1 ? " a day" : "";
  const energy =
    expected === null || measured === null
      ? "not measured"
      : `${amount(measured)} of ${amount(expected)} kWh${aDay} ±${bandPct.toFixed(0)} %${expected > 0 ? `, ${Math.round((100 * measured) / expected)} %` : ""}`;
  const sky = [
    light === null ? "" : `light ${light.toFixed(1)} kWh/m²${aDay}`,
    air === null ? "" : `air ${amount(air, 0)} °C`,
    rain === null || rain < 0.05 ? "" : `rain ${amount(rain)} mm${aDay}`,
    snow === null || snow < 0.5 ? "" : `snow ${amount(snow, 0)} cm`,
  ].filter(Boolean);
  return [`${days > 1 ? "Week from " : ""}${dayText(day)}: ${energy}`, ...sky].join(" · ");
}
