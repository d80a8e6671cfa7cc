import { type Comparison, withProduction } from "../../comparison/compare";
import { MINUTE_MS } from "../../constants";
import { atTrueTime, type ClockSpan, clockSpans } from "../../corrections/clock";
import { floats } from "../../series/floats";
import type { Signature } from "../../signatures/signature";

/** A clock that is told is off by several times what right clocks stray: the bar is in `corrections/clock`. */
const WEIGHT = 7;

/**
 * Asks the clock before anything else: what carries wrong stamps is put to its true time, on a copy, and everything after it looks at
 * that. A wrong clock costs no energy.
 */
export function rightClock(comparison: Comparison): { comparison: Comparison; signatures: Signature[] } {
  const { grid, units, production } = comparison;
  const sum = (key: "measuredW" | "expectedW") => floats(grid.count, (i) => units.reduce((total, unit) => total + unit[key][i], 0));
  const spans = clockSpans(sum("measuredW"), sum("expectedW"), grid);
  const wrong = spans.filter(({ lateMs }) => lateMs !== 0);
  if (wrong.length === 0) return { comparison, signatures: [] };
  const channels = new Map([...production.channels].map(([name, values]) => [name, atTrueTime(values, spans, grid.stepMs)]));
  return {
    comparison: withProduction(comparison, { ...production, channels }),
    signatures: wrong.map((span) => signatureOf(span, grid.count)),
  };
}

function signatureOf({ from, to, lateMs, spreadMs, windows }: ClockSpan, count: number): Signature {
  const offsetMinutes = Math.round(lateMs / MINUTE_MS);
  const [by, how] = [Math.abs(offsetMinutes), offsetMinutes > 0 ? "later" : "earlier"];
  const spread = Math.max(1, Math.round(spreadMs / MINUTE_MS));
  return {
    ...{ cause: "clock-error", scope: "site", from, to: to >= count ? null : to, lossKwh: 0 },
    evidence: [
      {
        text: `The ups and downs of the output carry stamps ${by} min ${how} than those of the light, in ${windows} stretches of ten days, give or take ${spread} min`,
        weight: WEIGHT,
      },
    ],
    nextTest: "Clock, time zone and summer time of the logger and of the export, against a clock that is right",
    told: { offsetMinutes },
  };
}
