import { periodEnergy } from "@/core/diagnosis/periodEnergy";
import type { CaseView } from "@/server/cases/openCase";
import { Figure } from "../marks/Figure";
import { amount, instantDay, lastDay, money, percent } from "../marks/words";
import { showsAt } from "../selection/shows";

/** Where the expected energy comes from, in one line. */
export const EXPECTED_SOURCE =
  "Sun: Reda & Andreas 2004. Split: Erbs 1982 and Engerer 2015. Tilted plane: Perez 1990. Glass: Martin & Ruiz 2001. Cell: Faiman 2008, King 2004. Module: De Soto 2006; shaded strings with bypass, Bishop 1988. Data-sheet efficiency.";

/** The sums of the period, each open to where it comes from. */
export function EnergyFigures({ view, dense = false }: { view: CaseView; dense?: boolean }) {
  if (!view.analysis) return null;
  const { energy, period } = view.analysis.diagnosis;
  const { expectedKwh, measuredKwh, lostKwh, share, limitsKwh } = periodEnergy(view.analysis);
  const { site } = view;
  const span: [string, string] = [
    "Period",
    `${instantDay(period.from, site.location.timeZone)} to ${lastDay(period.to, site.location.timeZone)}`,
  ];
  const measuredBy: [string, string] = ["Measured by", view.analysis.overview.units.map((unit) => unit.measuredBy).join(", ")];
  const expected: [string, string] = ["Expected", `${amount(expectedKwh)} kWh`];
  const measured: [string, string] = ["Measured", `${amount(measuredKwh)} kWh`];
  return (
    <div className={`flex flex-wrap ${dense ? "gap-x-5 gap-y-1" : "gap-x-10 gap-y-4"}`}>
      <Figure
        size={dense ? "small" : "large"}
        label="Expected"
        value={amount(expectedKwh)}
        unit={`kWh ±${view.analysis.overview.band.pct.toFixed(0)} %`}
        origin={{
          formula: "Σ P(weather) · Δt of the healthy array, at its inverters' terminals and within their start and rating",
          inputs: [
            span,
            ["Ageing", `${site.losses.degradationPctPerYear} % a year`],
            ["More, without start and rating", `${amount(limitsKwh)} kWh`],
            ["Mismatch", `${site.losses.mismatchPct} %`],
            ["DC wiring", site.strings.some(({ cable }) => cable) ? "I²R of the cables" : `${site.losses.wiringDcPct} %`],
            ...view.analysis.overview.band.doubts.map(({ name, pct }): [string, string] => [`Doubt: ${name.toLowerCase()}`, `±${pct} %`]),
            ["Band (95 %): 2 · √Σu²", `±${view.analysis.overview.band.pct.toFixed(1)} %`],
          ],
          source: EXPECTED_SOURCE,
          shows: showsAt(view.id, "compare", {}, "step by step", "cascade"),
        }}
      />
      <Figure
        size={dense ? "small" : "large"}
        label="Measured"
        value={amount(measuredKwh)}
        unit="kWh"
        origin={{
          formula: "Σ P · Δt over intervals with a usable value",
          inputs: [span, measuredBy],
          source: "The imported production data; missing, stuck and impossible values left out of both sums.",
          shows: showsAt(view.id, "compare", {}, "day by day"),
        }}
      />
      <Figure
        size={dense ? "small" : "large"}
        label="Energy lost"
        value={amount(lostKwh)}
        unit="kWh"
        origin={{
          formula: "expected − measured",
          inputs: [
            expected,
            measured,
            ["What start and rating hold back", `${amount(limitsKwh)} kWh`],
            ["Shared among the causes", `${amount(energy.lossKwh - energy.unexplainedKwh)} kWh`],
            ["Unexplained", `${amount(energy.unexplainedKwh)} kWh`],
            ["Of it, the units' own ratio", `${amount(energy.calibrationKwh)} kWh`],
          ],
          source:
            "Lost and what start and rating hold back are shared among the causes, to the last kWh; the rest is unexplained: the units' own ratio to the model (nameplate, sensor, model: a few percent either way) and its scatter. It may be negative.",
          shows: showsAt(view.id, "compare", {}, "cause by cause", "cascade"),
        }}
      />
      {view.valuePerKwh !== null && site.tariff ? (
        <Figure
          size={dense ? "small" : "large"}
          label="Worth"
          value={money(lostKwh * view.valuePerKwh, site.tariff.currency)}
          origin={{
            formula: "lost × (self-use × import price + (1 − self-use) × export price)",
            inputs: [
              ["Lost", `${amount(lostKwh)} kWh`],
              ["Self-use", percent(site.tariff.selfUseShare)],
              ["Import price", `${site.tariff.importPerKwh} ${site.tariff.currency}/kWh`],
              ["Export price", `${site.tariff.exportPerKwh} ${site.tariff.currency}/kWh`],
            ],
            source: "Tariff in the site file; a new as-built version changes it.",
          }}
        />
      ) : null}
      {share !== null ? (
        <Figure
          size={dense ? "small" : "large"}
          label="Measured of expected"
          value={`${(100 * share).toFixed(1)} %`}
          origin={{
            formula: "measured ÷ expected",
            inputs: [measured, expected],
            source: "Energy performance index in the sense of IEC 61724-1:2021.",
          }}
        />
      ) : null}
      {energy.performanceRatio !== null ? (
        <Figure
          size={dense ? "small" : "large"}
          label="Performance ratio"
          value={energy.performanceRatio.toFixed(3)}
          origin={{
            formula: "PR = E / (P₀ · H / 1 kW/m²)",
            inputs: [measured, ["Irradiation", "in the plane of each string, by its nameplate power"]],
            source: "IEC 61724-1:2021, performance ratio.",
          }}
        />
      ) : null}
    </div>
  );
}
