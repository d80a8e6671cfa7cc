import { SEVERITY_WORDS } from "@/core/inspection/severity";
import type { Firm } from "@/core/report/firm";
import { inTerms, type Terms, termsOf } from "@/core/site/terms";
import { TRADES, WORKS } from "@/core/work/works";
import { Figure, type Origin } from "../../marks/Figure";
import { SeverityMark } from "../../marks/SeverityMark";
import { amount, money, roughAmount, roughMoney } from "../../marks/words";
import { sumOf, type WorkRow } from "../reportData";
import type { ReportView } from "../reportView";
import { Part } from "./Part";

/** What is to be done, by whom, by when, what it roughly costs, and what leaving it costs. */
export function WorkPart({ rows, firm, view, nextVisit }: { rows: readonly WorkRow[]; firm: Firm; view: ReportView; nextVisit: string }) {
  const shown = rows.filter(({ said }) => !said.leftOut);
  const sum = sumOf(rows, firm.callOut);
  const watched = view.findings.filter(({ severity }) => severity === "watch").length;
  return (
    <Part title="What now" id="work">
      {shown.length === 0 ? (
        <p>Nothing needs to be done now.</p>
      ) : (
        <table className="stacked figures w-full border-t-2 border-ink text-left">
          <thead>
            <tr className="caption align-bottom">
              <th className="py-1 font-normal">What</th>
              <th className="font-normal">By whom</th>
              <th className="font-normal">By when</th>
              <th className="text-right font-normal">Roughly</th>
              <th className="text-right font-normal">If left, a month</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => {
              const { key, title, todo, who, due, cost, said, kwhPerMonth } = row;
              return (
                <tr key={key} className="keep-together border-t border-rule align-top">
                  <td className="py-1.5 pr-3">
                    {/* What can wait carries no mark: it is work all the same, not a thing to look at again. */}
                    {todo.severity === "watch" ? null : <SeverityMark severity={todo.severity} />} {title}.
                    <span className="caption block">
                      {todo.severity === "stop" ? `${SEVERITY_WORDS.stop.meaning}. ` : ""}
                      {todo.because.join("; ")}
                      {said.note ? `. ${said.note}` : ""}
                    </span>
                  </td>
                  <td data-label="By whom" className="py-1.5 pr-3">
                    {who}
                  </td>
                  <td data-label="By when" className="py-1.5 pr-3 sm:whitespace-nowrap">
                    {due}
                  </td>
                  <td data-label="Roughly" className="py-1.5 pr-3 text-right">
                    {said.cost === "" ? (
                      <Figure bare label={`Rough cost: ${title}`} value={cost} origin={costOrigin(row, firm, termsOf(view.site))} />
                    ) : (
                      cost
                    )}
                  </td>
                  <td data-label="If left, a month" className="py-1.5 text-right">
                    {kwhPerMonth === null ? null : (
                      <Figure
                        bare
                        label={`If left, a month: ${title}`}
                        value={leftWords(kwhPerMonth, view)}
                        origin={monthOrigin(kwhPerMonth, view)}
                      />
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {sum ? (
        <p className="keep-together mt-2">
          Together
          {sum.callOut > 0 ? `, with the way there and back once (${roughMoney([sum.callOut, sum.callOut], firm.currency)})` : ""}:{" "}
          <strong>{roughMoney(sum.range, firm.currency)}</strong>, without tax: the sum of what stands above
          {sum.callOut > 0 ? " and the way" : ""}. A first figure from usual hours and parts, not an offer.
        </p>
      ) : null}
      {watched > 0 ? (
        <p className="mt-1">
          {watched} {watched === 1 ? "thing is" : "things are"} to be looked at again at the next visit (marked Watch below).
        </p>
      ) : null}
      {nextVisit ? <p className="mt-1">Next visit: {nextVisit}</p> : null}
    </Part>
  );
}

/** A first figure, opened: hours at the firm's rate, and parts. */
function costOrigin({ todo }: WorkRow, { ratePerHour, partsFactor, currency }: Firm, terms: Terms): Origin {
  const { who, hours, parts, why } = WORKS[todo.work];
  return {
    formula: "hours × rate + parts × factor, least to most",
    inputs: [
      ["Hours", hours.join(" to ")],
      [`An hour of a ${TRADES[who]}`, money(ratePerHour[who], currency)],
      ["Parts, listed in euro", parts.join(" to ")],
      ["What a listed euro costs you", `${partsFactor} ${currency}`],
    ],
    source: `${inTerms(why, terms)} Rates and factor: Firm and prices. Written over in Fill in.`,
  };
}

/** What leaving it costs, opened. */
function monthOrigin(kwhPerMonth: number, { valuePerKwh, site }: ReportView): Origin {
  return {
    formula: "loss since it began ÷ expected since then × expected of an average month",
    inputs: [
      ["Energy a month", `${amount(kwhPerMonth)} kWh`],
      ...(valuePerKwh !== null && site.tariff ? [["Worth of a kWh", money(valuePerKwh, site.tariff.currency)] as [string, string]] : []),
    ],
    source:
      "Over the last year of the data, or all of them where they are shorter. What comes with a season is told fairly only after a year.",
  };
}

function leftWords(kwhPerMonth: number, { valuePerKwh, site }: ReportView): string {
  const worth = kwhPerMonth * (valuePerKwh ?? 0);
  return valuePerKwh !== null && site.tariff ? roughMoney([worth, worth], site.tariff.currency) : `${roughAmount(kwhPerMonth)} kWh`;
}
