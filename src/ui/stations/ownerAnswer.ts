import { CAUSES } from "@/core/causes/causes";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import { byMending } from "@/core/diagnosis/mendingOrder";
import type { CaseView } from "@/server/cases/openCase";
import { darkMonth } from "../marks/lightWords";
import { amount, instantDay, lastDay, money } from "../marks/words";

/** What the answer is made from. */
export type Answered = Pick<CaseView, "analysis" | "ledger" | "site" | "valuePerKwh">;

/** Of what is missing: from here on it is most of it. */
const MOST = 0.5;

const isWrong = ({ cause, since, overruled }: LedgerEntry) =>
  since !== null && CAUSES[cause].kind !== "design" && overruled?.holds !== "no";

/** What stands and counts most: a fault before what is outside, snow last; null where nothing does. */
export function chiefCause(ledger: readonly LedgerEntry[]): LedgerEntry | null {
  return ledger.filter((entry) => isWrong(entry) && entry.stands).sort(byMending)[0] ?? null;
}

/** The answer to the owner's question in a few plain sentences. */
export function ownerAnswer({ analysis, ledger, site, valuePerKwh }: Answered): string {
  if (!analysis) return "There are no data to compare yet; this report tells what was seen on site.";
  const { energy, period } = analysis.diagnosis;
  const zone = site.location.timeZone;
  const builtSoKwh = ledger.reduce((sum, { cause, lossKwh }) => (CAUSES[cause].kind === "design" ? sum + lossKwh : sum), 0);
  const could = builtSoKwh > 0 ? "could have made without the limits of its inverters and its connection" : "should have made";
  const sentences = [
    energy.performanceIndex === null ? "" : `The array made ${Math.round(energy.performanceIndex * 100)} % of what it ${could}.`,
    builtSoKwh > 0 ? `${amount(builtSoKwh)} kWh are held back as it is built.` : "",
  ];
  const chief = chiefCause(ledger);
  if (!chief) return [...sentences, ...soundSentences(ledger, analysis.overview.recent.light)].filter(Boolean).join(" ");
  const when = `since ${instantDay(chief.since as string, zone)}`;
  // A wrong clock or sensor costs nothing; the owner hears of it all the same.
  if (!(chief.lossKwh > 0)) sentences.push(`The data have a fault (${chief.scope}), ${when}: ${CAUSES[chief.cause].plain}`);
  else {
    const part = chief.lossKwh / Math.max(1, energy.lossKwh - builtSoKwh);
    const most = part >= MOST ? `Most of ${builtSoKwh > 0 ? "the rest" : "the loss"} has one cause` : "What stands and counts most";
    const worth = valuePerKwh !== null && site.tariff ? `, worth ${money(chief.lossKwh * valuePerKwh, site.tariff.currency)}` : "";
    sentences.push(
      `${most} (${chief.scope}), ${when}: ${CAUSES[chief.cause].plain}`,
      `Until ${lastDay(period.to, zone)} it cost ${amount(chief.lossKwh)} kWh${worth}.`,
    );
  }
  return sentences.filter(Boolean).join(" ");
}

/** Nothing stands: that nothing is wrong, why the display may look so all the same, and what is over. */
function soundSentences(ledger: readonly LedgerEntry[], light: { share: number; usual: number } | null): string[] {
  const dark = darkMonth(light);
  const over = ledger.filter((entry) => isWrong(entry) && !entry.stands && entry.lossKwh > 0);
  return [
    `Nothing wrong stands at the end of the data${dark ? `; the last month was ${dark}` : ""}.`,
    over.length > 0
      ? `What is over took ${amount(over.reduce((sum, { lossKwh }) => sum + lossKwh, 0))} kWh: ${[...new Set(over.map(({ title }) => title.toLowerCase()))].join(", ")}.`
      : "",
  ];
}
