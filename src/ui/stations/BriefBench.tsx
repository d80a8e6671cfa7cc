import Link from "next/link";
import { chiefWrong } from "@/core/diagnosis/chiefCause";
import { periodEnergy } from "@/core/diagnosis/periodEnergy";
import { siteNameplateW } from "@/core/site/lookups";
import { placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import type { CaseView } from "@/server/cases/openCase";
import { amount, dayText, instantDay, lastDay } from "../marks/words";
import { ArrayPlan } from "../site/ArrayPlan";
import { BriefForm } from "./BriefForm";

/** What is known before the way there: the complaint, what stands on site, what the data show already. */
export function BriefBench({ view }: { view: CaseView }) {
  const { site, analysis } = view;
  const chief = chiefWrong(view.ledger);
  const energy = analysis ? periodEnergy(analysis) : null;
  return (
    <div className="grid gap-8 2xl:grid-cols-[minmax(0,1fr)_26rem]">
      <section aria-labelledby="brief-title">
        <h2 id="brief-title" className="sr-only">
          Brief
        </h2>
        {view.brief.hazards || view.brief.access ? null : (
          <p className="mb-4 border-l-4 border-fix bg-raised p-3">Nothing is written of hazards and access yet: ask before you drive.</p>
        )}
        <BriefForm caseId={view.id} brief={view.brief} known={view.field} timeZone={site.location.timeZone} />
      </section>
      <section aria-labelledby="system-title" className="min-w-0">
        <h2 id="system-title" className="text-lg">
          The system, as built
        </h2>
        <Facts site={site} version={view.asBuiltVersion} />
        <div className="mt-4">
          <ArrayPlan site={site} />
        </div>
        <p className="mt-2">
          <Link href={`/sites/${site.id}`}>The whole site: plan, sky, data, history</Link>
        </p>
        <h2 className="mt-6 text-lg">What monitoring shows already</h2>
        {analysis && energy ? (
          <p className="figures mt-1">
            {amount(energy.measuredKwh)} of {amount(energy.expectedKwh)} kWh (±{analysis.overview.band.pct.toFixed(0)} %) expected,{" "}
            {instantDay(analysis.diagnosis.period.from, site.location.timeZone)} to{" "}
            {lastDay(analysis.diagnosis.period.to, site.location.timeZone)}.{" "}
            {chief?.since
              ? `${chief.title}, ${placeWords(site, chief.scope)}, counts most, since ${instantDay(chief.since, site.location.timeZone)}.`
              : "Nothing wrong stands."}
          </p>
        ) : (
          <p className="mt-1">Nothing yet: bring production and weather in at Compare.</p>
        )}
      </section>
    </div>
  );
}

function Facts({ site, version }: { site: SiteFile; version: number }) {
  const kw = siteNameplateW(site) / 1000;
  const rows: [string, string][] = [
    [
      "Array",
      `${amount(kw, 2)} kWp, ${site.strings.reduce((sum, { modules }) => sum + modules, 0)} modules in ${site.strings.length} strings`,
    ],
    [
      "Planes",
      site.planes.map((plane) => `${plane.id}: ${plane.tiltDeg}° tilt, facing ${plane.azimuthDeg}°, ${plane.mounting}`).join("; "),
    ],
    [
      "Inverters",
      site.inverters
        .map((inverter) => `${inverter.id}: ${amount(inverter.acRatedW / 1000, 1)} kW ${inverter.kind}, ${inverter.location}`)
        .join("; "),
    ],
    [
      "Modules",
      site.moduleTypes
        .map(
          (type) => `${typeof type.maker === "string" ? `${type.maker} ` : ""}${type.pmaxW} W, ${type.vocV} V open, ${type.iscA} A short`,
        )
        .join("; "),
    ],
    ["In service since", site.commissioned ? dayText(site.commissioned) : "not known"],
    ["As-built", `version ${version}`],
  ];
  return (
    <dl className="mt-2 border-t border-rule">
      {rows.map(([name, text]) => (
        <div key={name} className="grid grid-cols-[9rem_1fr] gap-3 border-b border-rule py-1.5">
          <dt className="text-quiet">{name}</dt>
          <dd className="figures">{text}</dd>
        </div>
      ))}
    </dl>
  );
}
