import { CAUSES } from "../../causes/causes";
import { DAY_MS } from "../../constants";
import type { DiagnosedCause, Diagnosis } from "../../formats/diagnosisFile";
import { writeInstant } from "../../formats/instant";
import { round } from "../../round";
import { isSameThing } from "../../site/asBuilts";
import type { SiteFile } from "../../site/siteSchema";
import { valuePerKwh } from "../../site/worth";
import type { ToldEpoch } from "./epoch";

/** What goes on over a border is told anew from the first light that shows it: after a dark day or two under snow it is still the same. */
const TOUCHES_MS = 3 * DAY_MS;

/**
 * The diagnoses of epochs as one. A cause that stood at the end of its epoch has ended there where its thing is no more; where the thing stays and the next epoch
 * tells the same of it, it is one cause. What could be tested, is suspected or could hide is of the last one.
 * @param told in time's order, at least one @param present the as-built that holds now, whether or not it has data yet
 */
export function joinEpochs(told: readonly ToldEpoch[], present: SiteFile): Diagnosis {
  const diagnoses = told.map(({ run }) => run.diagnosis);
  const last = diagnoses[diagnoses.length - 1];
  const causes: DiagnosedCause[] = [];
  told.forEach(({ epoch: { site }, run }, k) => {
    const before = told[k - 1];
    const mine = run.diagnosis.causes.map((cause) => {
      const earlier = before && causes.find((one) => goesOn(one, cause, before, site));
      return earlier ? join(earlier, cause) : { ...cause };
    });
    // What stood over the border and isn't taken up by this epoch ended with the last one.
    for (const one of causes) if (before && one.to === null && !mine.includes(one)) one.to = endOf(before);
    causes.push(...mine.filter((one) => !causes.includes(one)));
  });
  const latest = told[told.length - 1];
  if (Number.isFinite(latest.epoch.untilMs)) {
    for (const one of causes) if (one.to === null && !isSameThing(one.scope, latest.epoch.site, present)) one.to = endOf(latest);
  }
  for (const cause of causes) [cause.lossKwh, cause.regainKwh] = [round(cause.lossKwh), round(cause.regainKwh)];
  causes.sort((a, b) => b.lossKwh - a.lossKwh);
  const sum = (key: "expectedKwh" | "measuredKwh" | "lossKwh" | "unexplainedKwh" | "calibrationKwh") =>
    round(diagnoses.reduce((total, { energy }) => total + energy[key], 0));
  const [expectedKwh, measuredKwh, lossKwh] = [sum("expectedKwh"), sum("measuredKwh"), sum("lossKwh")];
  const referenceKwh = told.reduce((total, { run }) => total + run.frozen.referenceKwh, 0);
  return {
    ...last,
    period: { from: diagnoses[0].period.from, to: last.period.to },
    energy: {
      ...last.energy,
      ...{ expectedKwh, measuredKwh, lossKwh, unexplainedKwh: sum("unexplainedKwh"), calibrationKwh: sum("calibrationKwh") },
      performanceRatio: referenceKwh > 0 ? round(measuredKwh / referenceKwh, 4) : null,
      performanceIndex: expectedKwh > 0 ? round(measuredKwh / expectedKwh, 4) : null,
      // What a kilowatt-hour is worth now.
      moneyLost: present.tariff ? round(Math.max(0, lossKwh) * valuePerKwh(present.tariff), 2) : null,
      currency: present.tariff?.currency ?? null,
    },
    healthy: causes.every(({ cause, confidence }) => CAUSES[cause].kind === "design" || confidence < 0.5),
    causes,
  };
}

function isSame(a: DiagnosedCause, b: DiagnosedCause): boolean {
  return a.cause === b.cause && a.scope === b.scope;
}

/** Whether an earlier cause and one of the next epoch are one: the same at the same thing, whose times meet at the border, or whose times are one story anyway. */
function goesOn(earlier: DiagnosedCause, later: DiagnosedCause, { epoch }: ToldEpoch, site: SiteFile): boolean {
  if (!isSame(earlier, later) || !isSameThing(later.scope, epoch.site, site)) return false;
  const meets = earlier.to === null && Date.parse(later.from) <= epoch.untilMs + TOUCHES_MS;
  return meets || CAUSES[later.cause].oneStory === true;
}

function join(earlier: DiagnosedCause, later: DiagnosedCause): DiagnosedCause {
  const [from, lossKwh, regainKwh] = [earlier.from, earlier.lossKwh + later.lossKwh, earlier.regainKwh + later.regainKwh];
  // Two looks at one thing: the surer says why.
  const surer = later.confidence >= earlier.confidence ? later : earlier;
  const { confidence, evidence } = surer;
  return Object.assign(earlier, later, { from, lossKwh, regainKwh, confidence, evidence });
}

function endOf({ epoch, run }: ToldEpoch): string {
  return writeInstant(Math.min(epoch.untilMs, Date.parse(run.diagnosis.period.to)));
}
