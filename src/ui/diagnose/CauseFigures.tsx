import { CAUSES } from "@/core/causes/causes";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import type { CaseView } from "@/server/cases/openCase";
import { Figure } from "../marks/Figure";
import { amount, dayText, instantDay, lastDay, money, sureness } from "../marks/words";
import { showsAt } from "../selection/shows";
import { sureOrigin, worthOrigin } from "./causeOrigins";

/** Of the loss: a regain that differs by less isn't worth a figure of its own. */
const LEAST_DIFFERENCE = 0.02;

/** What a cause took, what that is worth, what comes back when it alone is mended, and how sure it is: each open to how it comes about. */
export function CauseFigures({ entry, view }: { entry: LedgerEntry; view: CaseView }) {
  const zone = view.site.location.timeZone;
  const { loss } = CAUSES[entry.cause];
  const { tariff } = view.site;
  const recent = view.analysis?.overview.recent;
  const found = view.analysis?.overview.pace.find(({ cause, scope }) => cause === entry.cause && scope === entry.scope);
  const { cause, scope } = entry;
  const acted = entry.since ? showsAt(view.id, "diagnose", { cause: { cause, scope } }, "the days on which it acted") : undefined;
  const aDay = entry.stands && entry.lossKwh > 0 ? (found?.kwhPerDay ?? 0) : null;
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-1">
      {entry.lossKwh > 0 ? (
        <Figure
          size="small"
          label="Energy lost"
          value={amount(entry.lossKwh)}
          unit="kWh"
          origin={{
            ...loss,
            inputs: [
              [
                "Own calibration",
                view.analysis?.overview.units.map((unit) => `${unit.scope} ${unit.healthyRatio.toFixed(2)}`).join(", ") ?? "none",
              ],
              ["From", entry.since ? instantDay(entry.since, zone) : "not in the data"],
              ["To", entry.until ? lastDay(entry.until, zone) : "end of data"],
            ],
            shows: acted,
          }}
        />
      ) : (
        <p>
          <span className="caption block">Energy lost</span>
          none: only what is reported is wrong
        </p>
      )}
      {entry.stands && entry.lossKwh > 0 && Math.abs(entry.regainKwh - entry.lossKwh) > LEAST_DIFFERENCE * entry.lossKwh ? (
        <Figure
          size="small"
          label="Back if this alone is mended"
          value={amount(Math.max(0, entry.regainKwh))}
          unit="kWh"
          origin={{
            formula: "Σ (output without this cause − output with all) · Δt",
            inputs: [["Its share of the loss", `${amount(entry.lossKwh)} kWh`]],
            source: "Other causes go on acting: dust under a stopped inverter costs nothing until it runs again.",
          }}
        />
      ) : null}
      {aDay !== null && recent ? (
        <Figure
          size="small"
          label="A day, lately"
          value={view.valuePerKwh !== null && tariff ? money(aDay * view.valuePerKwh, tariff.currency) : amount(aDay)}
          unit={view.valuePerKwh !== null && tariff ? undefined : "kWh"}
          origin={{
            formula: "Σ share of what is missing ÷ days, over the last days of the data",
            inputs: [
              ["Energy a day", `${amount(aDay)} kWh`],
              ["Days", `${dayText(recent.from)} to ${dayText(recent.to)}`],
              ...(view.valuePerKwh !== null && tariff
                ? [["Worth of a kWh", money(view.valuePerKwh, tariff.currency)] as [string, string]]
                : []),
            ],
            source: "Its share of each day as in the sums; more or less of it comes with the season.",
            shows: showsAt(view.id, "diagnose", { cause: { cause, scope }, period: { from: recent.from, to: recent.to } }, "these days"),
          }}
        />
      ) : null}
      {view.valuePerKwh !== null && tariff && entry.lossKwh > 0 ? (
        <Figure
          size="small"
          label="Worth"
          value={money(entry.lossKwh * view.valuePerKwh, tariff.currency)}
          origin={worthOrigin(`${amount(entry.lossKwh)} kWh`, money(view.valuePerKwh, tariff.currency))}
        />
      ) : null}
      <Figure size="small" label="How sure" value={sureness(entry.confidence)} origin={{ ...sureOrigin(entry), shows: acted }} />
    </div>
  );
}
