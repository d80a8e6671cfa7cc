import { type Terms, unitIn, valueIn } from "@/core/site/terms";
import { amount, dayText } from "@/ui/marks/words";
import type { StackPoint } from "./stackPoints";

/** What all pictures say at one point, in words. @param terms of the site @param bandPct half width of the band of a day's expected energy */
export function stackReading(point: StackPoint, bandPct: number, terms: Terms): string {
  const { day, days, expected, measured, light, air, rain, snow } = point;
  const aDay = days > 1 ? " a day" : "";
  const energy =
    expected === null || measured === null
      ? "not measured"
      : `${amount(measured)} of ${amount(expected)} kWh${aDay} ±${bandPct.toFixed(0)} %${expected > 0 ? `, ${Math.round((100 * measured) / expected)} %` : ""}`;
  const told = (value: number, unit: "°C" | "mm" | "cm", digits?: number) =>
    `${amount(valueIn(terms, value, unit), digits)} ${unitIn(terms, unit)}`;
  const sky = [
    light === null ? "" : `light ${light.toFixed(1)} kWh/m²${aDay}`,
    air === null ? "" : `air ${told(air, "°C", 0)}`,
    rain === null || rain < 0.05 ? "" : `rain ${told(rain, "mm", terms.length === "ft" ? 2 : undefined)}${aDay}`,
    snow === null || snow < 0.5 ? "" : `snow ${told(snow, "cm", 0)}`,
  ].filter(Boolean);
  return [`${days > 1 ? "Week from " : ""}${dayText(day)}: ${energy}`, ...sky].join(" · ");
}
