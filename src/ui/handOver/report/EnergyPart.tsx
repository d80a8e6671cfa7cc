import { type CauseGroup, causeGroups } from "@/core/diagnosis/causeGroups";
import { causePlace, causeSentence } from "@/core/diagnosis/causeWords";
import { chiefCause } from "@/core/diagnosis/chiefCause";
import { periodEnergy } from "@/core/diagnosis/periodEnergy";
import { DayChart } from "../../charts/DayChart";
import { lossOrigin, worthOrigin } from "../../diagnose/causeOrigins";
import { HatchSwatch } from "../../marks/causeHatch";
import { Figure } from "../../marks/Figure";
import { amount, instantDay, lastDay, money, stretchDays } from "../../marks/words";
import { type Shows, showsAt } from "../../selection/shows";
import { ArrayPlan } from "../../site/ArrayPlan";
import type { ReportView } from "../reportView";
import { Part } from "./Part";

const HEIGHT = 200;

/** What the array made beside what it should have, day by day, and how well that is known. */
export function EnergyPart({ view, analysis }: { view: ReportView; analysis: NonNullable<ReportView["analysis"]> }) {
  const { site, ledger } = view;
  const { overview, diagnosis } = analysis;
  const zone = site.location.timeZone;
  const { expectedKwh, measuredKwh } = periodEnergy(analysis);
  const chief = chiefCause(ledger);
  return (
    <Part title="Energy" id="energy" whole>
      <p className="figures">
        From {instantDay(diagnosis.period.from, zone)} to {lastDay(diagnosis.period.to, zone)} the array made {amount(measuredKwh)} kWh. In
        the same weather a healthy one would have made {amount(expectedKwh)} kWh, give or take {overview.band.pct.toFixed(0)} %.
      </p>
      <div className="mt-2">
        <DayChart
          days={overview.days}
          expectedKwh={overview.expectedKwh}
          measuredKwh={overview.measuredKwh}
          bandPct={overview.dayBandPct}
          height={HEIGHT}
          mark={chief?.since ? { ...stretchDays(chief.since, chief.until, zone), name: chief.title } : undefined}
        />
      </div>
    </Part>
  );
}

/** Where the energy went, cause by cause, and where in the array they are. */
export function LossPart({ view }: { view: ReportView }) {
  const { site, ledger, valuePerKwh } = view;
  const zone = site.location.timeZone;
  const groups = causeGroups(ledger).filter(({ lossKwh }) => lossKwh > 0);
  if (groups.length === 0) return null;
  const dead = ledger.filter((entry) => entry.cause === "string-open" && entry.stands).map(({ scope }) => scope);
  return (
    <>
      <Part title="Where it went" id="causes">
        <table className="stacked figures w-full border-t-2 border-ink text-left">
          <thead>
            <tr className="caption">
              <th className="py-1 font-normal">Cause</th>
              <th className="font-normal">When</th>
              <th className="text-right font-normal">Energy lost</th>
              <th className="text-right font-normal">Worth</th>
            </tr>
          </thead>
          <tbody>
            {groups.map((group) => (
              <tr key={group.key} className="keep-together border-t border-rule align-top">
                <td className="py-1.5 pr-3">
                  <span className="flex gap-2">
                    <HatchSwatch cause={group.cause} id={`report-${group.key}`} />
                    <span>
                      <strong>{group.title}</strong>, {causePlace(site, group, "technician")}
                      <span className="caption block">{causeSentence(site, group, "owner")}</span>
                    </span>
                  </span>
                </td>
                <td data-label="When" className="py-1.5 pr-3">
                  {group.since
                    ? group.until
                      ? `${instantDay(group.since, zone)} to ${lastDay(group.until, zone)}`
                      : `since ${instantDay(group.since, zone)}`
                    : "seen on site"}
                </td>
                <td data-label="Energy lost" className="py-1.5 pr-3 text-right whitespace-nowrap">
                  <Figure
                    bare
                    label={`Energy lost: ${group.title}`}
                    value={`${amount(group.lossKwh)} kWh`}
                    origin={{ ...lossOrigin(group, null), shows: shownAt(view.id, group) }}
                  />
                </td>
                <td data-label="Worth" className="py-1.5 text-right whitespace-nowrap">
                  {valuePerKwh !== null && site.tariff ? (
                    <Figure
                      bare
                      label={`Worth: ${group.title}`}
                      value={money(group.lossKwh * valuePerKwh, site.tariff.currency)}
                      origin={worthOrigin(`${amount(group.lossKwh)} kWh`, money(valuePerKwh, site.tariff.currency))}
                    />
                  ) : null}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Part>
      <Part title="The array" id="plan">
        <ArrayPlan site={site} dead={dead} />
      </Part>
    </>
  );
}

function shownAt(caseId: string, { cause, scope, since }: CauseGroup): Shows | undefined {
  return since ? showsAt(caseId, "hand-over", { cause: { cause, scope } }, "the days on which it acted") : undefined;
}
