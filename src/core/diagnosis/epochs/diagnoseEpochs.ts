import type { SourceNames } from "../../comparison/compare";
import { chainDayBooks, commonShape, writeDayBook } from "../../dayBook/writeDayBook";
import { RefusedError } from "../../errors/errors";
import type { ModelOptions } from "../../expected/options";
import type { Diagnosis } from "../../formats/diagnosisFile";
import type { Series } from "../../series/grid";
import { dayName, localDay } from "../../series/localDay";
import { diagnose } from "../diagnose";
import type { Frozen } from "../onward/frozen";
import { overviewOf } from "../overview";
import type { Overview } from "../overviewSchema";
import { cutSeries } from "./cutSeries";
import type { Epoch, ToldEpoch } from "./epoch";
import { joinEpochOverviews } from "./joinEpochOverviews";
import { joinEpochs } from "./joinEpochs";
import { takeUp } from "./takeUp";

/** A diagnosis over everything that a site has been. */
export interface EpochsRun {
  diagnosis: Diagnosis;
  overview: Overview;
  dayBook: Uint8Array;
  /** What new days are told from; null where the data don't reach the present as-built, or can't be told by it. */
  frozen: Frozen | null;
}

/**
 * Diagnoses each stretch of a site's data against the as-built that held in it, and makes one story of them: energies are added, and a cause that goes on at
 * the same thing over the border is one cause.
 * @param epochs in time's order, at least one; an epoch without data is passed over
 * @param report told how much is done, 0 to 1
 * @throws FormatError where nothing can be told of any of them
 */
export function diagnoseEpochs(
  epochs: readonly Epoch[],
  weather: Series,
  production: Series,
  names: SourceNames,
  options?: ModelOptions,
  report: (share: number) => void = () => {},
): EpochsRun {
  if (epochs.length === 1) {
    const run = diagnose(epochs[0].site, weather, production, names, options, report);
    const overview = overviewOf(run);
    return { diagnosis: run.diagnosis, overview, dayBook: writeDayBook(run, overview.dayBook), frozen: run.frozen };
  }
  const told: ToldEpoch[] = [];
  const spans: Overview["epochs"] = [];
  let refusal: RefusedError | null = null;
  for (const [k, epoch] of epochs.entries()) {
    const [light, output] = [weather, production].map((series) => cutSeries(series, epoch.fromMs, epoch.untilMs));
    if (!light || !output) continue;
    const span = spanOf(epoch);
    try {
      const before = told.at(-1);
      const run =
        (before?.epoch === epochs[k - 1] && before ? takeUp(before, epoch, light, output, names, options) : null) ??
        diagnose(epoch.site, light, output, names, options, (share) => report((k + share) / epochs.length));
      told.push({ epoch, run, overview: overviewOf(run) });
      spans.push({ ...span, refused: null });
    } catch (error) {
      // What can't be told of one stretch doesn't keep the others from being told.
      if (!(error instanceof RefusedError)) throw error;
      refusal = error;
      spans.push({ ...span, refused: error.message });
    }
  }
  const last = told.at(-1);
  const present = epochs[epochs.length - 1];
  if (!last) {
    if (refusal) throw refusal;
    // They share no time at all: it is told as of one as-built.
    return diagnoseEpochs([present], weather, production, names, options, report);
  }
  const shape = commonShape(told.map(({ overview }) => overview.dayBook));
  const books = told.map(({ run }) => ({ firstDay: run.comparison.days.days[0], book: writeDayBook(run, shape) }));
  const dayBook = chainDayBooks(shape, books);
  const diagnosis = joinEpochs(told, present.site);
  return {
    diagnosis,
    overview: { ...joinEpochOverviews(told, diagnosis, dayBook), epochs: spans },
    dayBook: dayBook.book,
    frozen:
      last.epoch === present ? { ...last.run.frozen, referenceKwh: told.reduce((sum, { run }) => sum + run.frozen.referenceKwh, 0) } : null,
  };
}

function spanOf({ version, site, fromMs, untilMs }: Epoch): Omit<Overview["epochs"][number], "refused"> {
  const { timeZone } = site.location;
  return {
    version,
    from: Number.isFinite(fromMs) ? dayName(localDay(fromMs, timeZone)) : null,
    to: Number.isFinite(untilMs) ? dayName(localDay(untilMs - 1, timeZone)) : null,
  };
}
