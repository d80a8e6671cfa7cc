import { SHARED } from "@/core/causes/about";
import { CAUSES } from "@/core/causes/causes";
import { causeGroups } from "@/core/diagnosis/causeGroups";
import { causePlace } from "@/core/diagnosis/causeWords";
import { isWrong } from "@/core/diagnosis/chiefCause";
import { periodEnergy } from "@/core/diagnosis/periodEnergy";
import { placeWords } from "@/core/site/places";
import { strengthWords } from "../../diagnose/strengthWords";
import { amount, dayText, instantDay, lastDay, money, percent, readableDays, sureness } from "../../marks/words";
import { EXPECTED_SOURCE } from "../../stations/EnergyFigures";
import type { ReportView } from "../reportView";
import { Facts } from "./Part";

type Analysis = NonNullable<ReportView["analysis"]>;

/** How the report's figures came about, for whoever checks them: on pages of its own. */
export function Annex({ view }: { view: ReportView }) {
  if (!view.analysis) return null;
  return (
    <section className="report-annex mt-8 border-t-2 border-ink pt-3" aria-labelledby="report-annex">
      <h3 id="report-annex" className="text-xl">
        Annex: how the figures came about
      </h3>
      <Energies view={view} analysis={view.analysis} />
      <Reasons view={view} />
      <CouldHide view={view} />
      <Methods view={view} analysis={view.analysis} />
    </section>
  );
}

function Heading({ children }: { children: React.ReactNode }) {
  return <h4 className="keep-with-next mt-4 mb-1 font-semibold">{children}</h4>;
}

function Energies({ view, analysis }: { view: ReportView; analysis: Analysis }) {
  const { site, valuePerKwh } = view;
  const { diagnosis, overview } = analysis;
  const { energy, period } = diagnosis;
  const { expectedKwh, measuredKwh, lostKwh, share, limitsKwh } = periodEnergy(analysis);
  const { tariff } = site;
  const zone = site.location.timeZone;
  const known = overview.measuredKwh.filter((kwh) => kwh !== null).length;
  const rows: (readonly [string, string])[] = [
    ["Data", `${instantDay(period.from, zone)} to ${lastDay(period.to, zone)}; ${known} of ${overview.days.length} days known`],
    ["Measured", `${amount(measuredKwh)} kWh, by ${overview.units.map((unit) => unit.measuredBy).join(", ")}`],
    [
      "Expected",
      `${amount(expectedKwh)} kWh ± ${overview.band.pct.toFixed(1)} %: the healthy array in the measured weather, at its inverters' terminals and within their start and rating`,
    ],
    ["Lost", `${amount(lostKwh)} kWh: expected less measured`],
    ...(limitsKwh >= 1 ? [["Beyond the limits", `${amount(limitsKwh)} kWh more without the inverters' start and rating`] as const] : []),
    ...(share === null
      ? []
      : [["Measured of expected", `${(100 * share).toFixed(1)} % (energy performance index, IEC 61724-1:2021)`] as const]),
    ...(energy.performanceRatio === null
      ? []
      : [
          [
            "Performance ratio",
            `${energy.performanceRatio.toFixed(3)}: measured ÷ (nameplate power · irradiation in the plane / 1 kW/m²)`,
          ] as const,
        ]),
    ...(valuePerKwh !== null && tariff
      ? [
          [
            "Worth of a kWh",
            `${money(valuePerKwh, tariff.currency)}: ${percent(tariff.selfUseShare)} used at ${tariff.importPerKwh}, the rest fed in at ${tariff.exportPerKwh} ${tariff.currency}`,
          ] as const,
        ]
      : []),
    ...view.calibrations.map(
      (kept) =>
        [
          "Calibration",
          `of ${placeWords(site, kept.scope)}, not used in these figures: ${kept.factor.toFixed(3)} from ${kept.weeks} healthy weeks, ${dayText(kept.fromDay)} to ${dayText(kept.toDay)}, kept by ${kept.keptBy}`,
        ] as const,
    ),
  ];
  return (
    <>
      <Heading>Energies</Heading>
      <Facts rows={rows} />
    </>
  );
}

/** Each cause with how sure it is, what speaks for it and against it, and how its energy is worked out. */
function Reasons({ view }: { view: ReportView }) {
  const groups = causeGroups(view.ledger).filter(isWrong);
  if (groups.length === 0) return null;
  return (
    <>
      <Heading>Why these causes</Heading>
      <ul className="grid gap-2">
        {groups.map(({ key, cause, scope, title, confidence, evidence }) => (
          <li key={key} className="keep-together">
            <strong>
              {title}, {causePlace(view.site, { cause, scope }, "technician")}
            </strong>
            : {sureness(confidence)} sure.{" "}
            {evidence
              .map(
                ({ text, weight }) =>
                  `${readableDays(text)} (${weight === 0 ? "no weight" : `${strengthWords(weight)}${weight < 0 ? " against" : ""}`})`,
              )
              .join("; ")}
            .
            <span className="caption block">
              Energy lost: {CAUSES[cause].loss.formula}. {CAUSES[cause].loss.source.replace(SHARED, "").trim()}
            </span>
          </li>
        ))}
      </ul>
      <p className="caption mt-1">{SHARED}</p>
    </>
  );
}

function CouldHide({ view }: { view: ReportView }) {
  const { couldHide } = view.beside;
  if (couldHide.length === 0) return null;
  return (
    <>
      <Heading>What these data can't tell</Heading>
      <p>
        {couldHide
          .map(({ cause, scope, lacks, underPct }) => {
            const of = `${CAUSES[cause].title} (${causePlace(view.site, { cause, scope }, "technician")})`;
            return lacks === null
              ? `${of} ${underPct === null ? "of any size" : `under ${underPct.toFixed(1)} %`}`
              : `${of}: needs ${lacks}`;
          })
          .join("; ")}
        .
      </p>
    </>
  );
}

function Methods({ view, analysis }: { view: ReportView; analysis: Analysis }) {
  const { losses, strings } = view.site;
  return (
    <>
      <Heading>Methods</Heading>
      <p>
        {EXPECTED_SOURCE} Ageing {losses.degradationPctPerYear} % a year, mismatch {losses.mismatchPct} %, DC wiring{" "}
        {strings.some(({ cable }) => cable) ? "by its cables" : `${losses.wiringDcPct} %`}. The band (95 %) is twice the root of the squares
        of: {analysis.overview.band.doubts.map(({ name, pct }) => `${name.toLowerCase()} ±${pct} %`).join(", ")}. Every figure opens to its
        formula, inputs and source in Irradant.
      </p>
    </>
  );
}
