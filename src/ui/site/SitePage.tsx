import Link from "next/link";
import { outlookOf } from "@/core/practice/practice";
import { moduleTypeOf, siteName, stringNameplateW } from "@/core/site/lookups";
import { inTerms, termsOf } from "@/core/site/terms";
import type { SiteView } from "@/server/sites/openSite";
import { MakeArchive } from "../archive/MakeArchive";
import { ImportList } from "../import/ImportList";
import { amount, instantDay } from "../marks/words";
import { RegisterSection } from "../register/RegisterSection";
import { AnalysisAge } from "../status/AnalysisAge";
import { NewCase } from "../triage/NewCase";
import { ArrayPlan } from "./ArrayPlan";
import { DesignLimits } from "./DesignLimits";
import { SkyProfile } from "./SkyProfile";
import { VersionList } from "./VersionList";

/** A site: the array as it lies, the sky over it, its parts, data and history. */
export function SitePage({ view, nowMs }: { view: SiteView; nowMs: number }) {
  const { site } = view;
  const zone = site.location.timeZone;
  const { analysis } = view.state;
  const dead = (analysis?.diagnosis.causes ?? [])
    .filter(({ cause, to }) => cause === "string-open" && to === null)
    .map(({ scope }) => scope);
  return (
    <main id="bench" className="mx-auto max-w-6xl px-4 py-6 desk:px-8">
      <header className="border-b-2 border-ink pb-3">
        <p className="caption figures">
          {Math.abs(site.location.lat).toFixed(2)}° {site.location.lat >= 0 ? "N" : "S"}, {Math.abs(site.location.lon).toFixed(2)}°{" "}
          {site.location.lon >= 0 ? "E" : "W"}, {inTerms(`${Math.round(site.location.elevationM)} m`, termsOf(site))} · as-built version{" "}
          {view.version}
        </p>
        <h1 className="text-2xl">{siteName(site)}</h1>
      </header>
      <div className="mt-4">
        <AnalysisAge siteId={site.id} age={view.state} timeZone={zone} />
      </div>
      <div className="mt-6 grid gap-10 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <div className="grid min-w-0 content-start gap-8 *:min-w-0">
          <section aria-labelledby="plan-title">
            <div className="mb-2 flex flex-wrap items-center justify-between gap-x-4">
              <h2 id="plan-title" className="text-lg">
                As built
              </h2>
              <Link href={`/sites/${encodeURIComponent(site.id)}/edit`} className="button">
                Draw what is built
              </Link>
            </div>
            <ArrayPlan site={site} dead={dead} shade={view.shade} />
          </section>
          <section aria-labelledby="sky-title">
            <h2 id="sky-title" className="mb-2 text-lg">
              Sky
            </h2>
            <div className="grid gap-6">
              {site.planes.map((plane) => (
                <SkyProfile key={plane.id} plane={plane} paths={view.sunPaths} nowMs={nowMs} south={site.location.lat >= 0} />
              ))}
            </div>
          </section>
          <section aria-labelledby="limits-title">
            <h2 id="limits-title" className="mb-2 text-lg">
              Design limits
            </h2>
            <DesignLimits site={site} />
          </section>
          <section aria-labelledby="parts-title">
            <h2 id="parts-title" className="mb-2 text-lg">
              Parts
            </h2>
            <RegisterSection
              site={site}
              parts={view.register}
              caseId={view.cases[0]?.id ?? null}
              nowMs={nowMs}
              by={outlookOf(view.practice)}
            />
          </section>
          <div className="grid gap-3 *:min-w-0">
            <p>
              <Link href={`/sites/${encodeURIComponent(site.id)}/import`} className="button">
                Bring data in
              </Link>{" "}
              <Link href={`/sites/${encodeURIComponent(site.id)}/data`} className="button">
                What is stored, by month
              </Link>
            </p>
            <ImportList imports={view.imports} timeZone={zone} />
          </div>
        </div>
        <div className="grid content-start gap-8">
          <section aria-labelledby="strings-title">
            <h2 id="strings-title" className="text-lg">
              Strings
            </h2>
            <table className="figures mt-2 w-full border-t-2 border-ink text-left [&_td:not(:last-child)]:pr-2.5 [&_th:not(:last-child)]:pr-2.5">
              <thead>
                <tr className="caption">
                  <th className="py-1 font-normal">String</th>
                  <th className="font-normal">On</th>
                  <th className="font-normal">Plane</th>
                  <th className="text-right font-normal">Modules</th>
                  <th className="text-right font-normal">kWp</th>
                </tr>
              </thead>
              <tbody>
                {site.strings.map((pvString) => (
                  <tr key={pvString.id} className="border-t border-rule">
                    <td className="py-1 font-mono">{pvString.id}</td>
                    <td>
                      <span className="font-mono">{pvString.inverter}</span>
                      {pvString.mppt ? `, input ${pvString.mppt}` : ""}
                    </td>
                    <td>{pvString.plane}</td>
                    <td className="text-right">
                      {pvString.modules} × {moduleTypeOf(site, pvString).pmaxW} W
                    </td>
                    <td className="text-right">{amount(stringNameplateW(site, pvString) / 1000, 2)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
          <section aria-labelledby="cases-title">
            <h2 id="cases-title" className="text-lg">
              Cases
            </h2>
            {view.cases.length === 0 ? (
              <p className="caption mt-2 border-t-2 border-ink pt-2">None yet: what the data say is read in a case.</p>
            ) : null}
            <ul className={view.cases.length === 0 ? "" : "mt-2 border-t-2 border-ink"}>
              {view.cases.map((open) => (
                <li key={open.id} className="border-b border-rule py-2">
                  <Link href={`/cases/${open.id}/brief`}>{open.title}</Link>
                  <span className="caption block">
                    {open.kind}, opened {instantDay(open.openedAt, zone)}
                    {open.closedAt ? `, closed ${instantDay(open.closedAt, zone)}` : ""}
                  </span>
                </li>
              ))}
            </ul>
            <p className="mt-2">
              <NewCase siteId={site.id} siteName={siteName(site)} wide />
            </p>
          </section>
          <section aria-labelledby="versions-title">
            <h2 id="versions-title" className="text-lg">
              Versions
            </h2>
            <VersionList siteId={site.id} present={view.version} versions={view.versions} timeZone={zone} />
          </section>
          <section aria-labelledby="files-title">
            <h2 id="files-title" className="text-lg">
              Export
            </h2>
            <ul className="mt-2 grid gap-2">
              <li>
                <a href={`/api/sites/${site.id}/file`}>Site file</a>
              </li>
              {analysis ? (
                <>
                  <li>
                    <a href={`/api/sites/${site.id}/series?kind=production`}>Production CSV</a>
                  </li>
                  <li>
                    <a href={`/api/sites/${site.id}/series?kind=weather`}>Weather CSV</a>
                  </li>
                  <li>
                    <a href={`/api/sites/${site.id}/diagnosis`}>Diagnosis</a>
                  </li>
                </>
              ) : null}
            </ul>
            <div className="mt-3">
              <MakeArchive siteId={site.id} />
            </div>
          </section>
        </div>
      </div>
    </main>
  );
}
