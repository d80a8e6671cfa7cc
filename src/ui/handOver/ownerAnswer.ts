import { CAUSES } from "@/core/causes/causes";
import { DAY_MS } from "@/core/constants";
import { causeSentence } from "@/core/diagnosis/causeWords";
import { chiefWrong, isLikely, isWrong } from "@/core/diagnosis/chiefCause";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import { periodEnergy } from "@/core/diagnosis/periodEnergy";
import type { CaseView } from "@/server/cases/openCase";
import { darkMonth } from "../marks/lightWords";
import { amount, instantDay, lastDay, money, roughAmount, roughMoney } from "../marks/words";

/** What the answer is made from. */
export type Answered = Pick<CaseView, "analysis" | "ledger" | "site" | "valuePerKwh">;

/** What an owner reads first. */
export interface OwnerAnswer {
  /** What is wrong and since when; that nothing is; or that there are no data. */
  wrong: string;
  /** What it cost, and what it costs a month if it is left. */
  cost: string;
  /** What else stands, and what is over. */
  besides: string;
  /** What the array made of what it should have. */
  made: string;
  /** What can't be had as it is built. */
  built: string;
}

/** So near the beginning of the data the days before it can't have been told: dust takes days to show. */
const EDGE_DAYS = 3;
/** Of the energy: what is built so and takes less isn't noticed. */
const LEAST_BUILT = 0.02;

/** The answer to the owner's question in a few plain sentences. */
export function ownerAnswer(view: Answered): OwnerAnswer {
  const { analysis, ledger } = view;
  if (!analysis)
    return {
      wrong: "There are no data to compare yet; this report tells what was seen on site.",
      cost: "",
      besides: "",
      made: "",
      built: "",
    };
  const chief = chiefWrong(ledger);
  const told = { made: madeWords(view, analysis), built: builtWords(view, analysis) };
  if (!chief) return { ...soundAnswer(view, analysis.overview.recent.light), ...told };
  const others = ledger.filter((entry) => entry !== chief && isWrong(entry) && isLikely(entry));
  return { wrong: wrongWords(view, chief), cost: costWords(view, analysis, chief), besides: besidesWords(others), ...told };
}

function wrongWords({ site, analysis }: Answered, { cause, scope, since, until }: LedgerEntry): string {
  const zone = site.location.timeZone;
  const began = instantDay(since as string, zone);
  // What was there when the data begin may have been there long before.
  const before = Date.parse(since as string) < Date.parse(analysis?.diagnosis.period.from ?? "") + EDGE_DAYS * DAY_MS ? "at least " : "";
  const when = until
    ? `It began on ${began} and was last seen on ${lastDay(until, zone)}.`
    : `It has been so ${before}since ${began}${before ? ", when the data begin" : ""}.`;
  return `${causeSentence(site, { cause, scope }, "owner")} ${when}`;
}

function costWords(view: Answered, { diagnosis, overview }: NonNullable<Answered["analysis"]>, chief: LedgerEntry): string {
  if (!(chief.lossKwh > 0)) return "It costs no energy: only what is told of the array is wrong.";
  const until = lastDay(diagnosis.period.to, view.site.location.timeZone);
  const pace = overview.pace.find(({ cause, scope }) => cause === chief.cause && scope === chief.scope);
  const left = pace && pace.kwhPerMonth > 0 ? `; left alone it goes on costing about ${roughWords(view, pace.kwhPerMonth)} a month` : "";
  return `Until ${until} it cost ${worthWords(view, chief.lossKwh)}${left}.`;
}

/** "250 kWh (€37.50)". */
function worthWords({ site, valuePerKwh }: Answered, kwh: number): string {
  const worth = valuePerKwh !== null && site.tariff ? ` (${money(kwh * valuePerKwh, site.tariff.currency)})` : "";
  return `${amount(kwh)} kWh${worth}`;
}

/** "350 kWh (€50)". */
function roughWords({ site, valuePerKwh }: Answered, kwh: number): string {
  const worth = valuePerKwh !== null && site.tariff ? ` (${roughMoney([kwh * valuePerKwh, kwh * valuePerKwh], site.tariff.currency)})` : "";
  return `${roughAmount(kwh)} kWh${worth}`;
}

function besidesWords(others: readonly LedgerEntry[]): string {
  const names = (some: readonly LedgerEntry[]) => [...new Set(some.map(({ title }) => title.toLowerCase()))].join(", ");
  const goes = ({ cause, stands }: LedgerEntry) => !stands || cause === "snow";
  const [standing, over] = [others.filter((entry) => !goes(entry)), others.filter((entry) => goes(entry) && entry.lossKwh > 0)];
  const what = over.some(({ stands }) => stands) ? "What comes and goes" : "What is over";
  return [
    standing.length > 0 ? `Besides there is: ${names(standing)}.` : "",
    over.length > 0 ? `${what} (${names(over)}) took ${amount(sumOf(over))} kWh.` : "",
  ]
    .filter(Boolean)
    .join(" ");
}

function madeWords({ site }: Answered, analysis: NonNullable<Answered["analysis"]>): string {
  const { share, measuredKwh } = periodEnergy(analysis);
  const { from, to } = analysis.diagnosis.period;
  const zone = site.location.timeZone;
  return [
    `From ${instantDay(from, zone)} to ${lastDay(to, zone)} the array made ${amount(measuredKwh)} kWh`,
    share === null ? "." : `, ${Math.round(share * 100)} % of what a healthy one would have made in the same weather.`,
  ].join("");
}

/** What is built so and takes a part that anyone would notice, in the owner's words. */
function builtWords({ ledger, site }: Answered, { diagnosis }: NonNullable<Answered["analysis"]>): string {
  const least = LEAST_BUILT * diagnosis.energy.expectedKwh;
  const built = ledger.filter(({ cause, lossKwh }) => CAUSES[cause].kind === "design" && lossKwh >= least);
  const sentences = built.map(({ cause, scope, lossKwh }) => {
    const sentence = causeSentence(site, { cause, scope }, "owner").replace(/\.$/, "");
    return `${sentence.charAt(0).toLowerCase()}${sentence.slice(1)} (${amount(lossKwh)} kWh)`;
  });
  return sentences.length > 0 ? `As it is built: ${sentences.join("; ")}.` : "";
}

/** Nothing stands: that nothing is wrong, why the display may look so all the same, and what is over. */
function soundAnswer(
  { ledger, analysis, site }: Answered,
  light: { share: number; usual: number } | null,
): Omit<OwnerAnswer, "made" | "built"> {
  const dark = darkMonth(light);
  const until = analysis ? ` up to ${lastDay(analysis.diagnosis.period.to, site.location.timeZone)}, the end of the data` : "";
  return {
    wrong: `Nothing is wrong with the array${until}.${dark ? ` The last month was ${dark}.` : ""}`,
    cost: "",
    besides: besidesWords(ledger.filter((entry) => isWrong(entry) && isLikely(entry))),
  };
}

const sumOf = (entries: readonly LedgerEntry[]) => entries.reduce((sum, { lossKwh }) => sum + lossKwh, 0);
