import { randomUUID } from "node:crypto";
import { z } from "zod";
import { ConflictError, RefusedError } from "@/core/errors/errors";
import type { SeriesKind } from "@/core/formats/seriesColumns";
import { CONTRADICTED_MINUTES } from "@/core/intake/time/tellZone";
import { IntakeRecord, SourceMappingRecord } from "@/db/models/intakes";
import { readPacked, storeImports } from "@/db/seriesStore";
import { type Actor, allow } from "../actor";
import { freshAnalysisOf } from "../analysis/analysis";
import { database } from "../database";
import { type Job, startJob } from "../jobs/jobs";
import { siteWithGhosts } from "../sites/asBuilt";
import type { PackedKind } from "../work/intakeTypes";
import { runTask } from "../work/pool";
import { type IntakeView, mappingOf, openIntake, previewIntake } from "./intake";
import { intakeFolder, keepOriginals, removeIntakeFolder } from "./intakeFiles";

/** What a person answers before anything is taken in. */
export const takeInSchema = z.object({
  /** Places of the tables that are taken. */
  tables: z.array(z.int().min(0)).min(1).max(400),
  /** Of days on which the site has other values already: which stand. Absent where none differ. */
  overlaps: z.enum(["file", "site"]).optional(),
  /** That the clock stays as it is, though the sun contradicts it. */
  clockAsIs: z.boolean().default(false),
});
export type TakeIn = z.infer<typeof takeInSchema>;

/**
 * Takes tables in as they are mapped: all of them in one transaction, or nothing. The files are kept as they came.
 * @throws ConflictError where days differ from what the site has, or the sun contradicts the clock, and nobody has said what is right
 */
export async function takeIn(actor: Actor, id: string, { tables, overlaps, clockAsIs }: TakeIn): Promise<Job> {
  allow(actor, "manage");
  const view = await openIntake(actor, id);
  const chosen = tables.map((table) => ({ table, mapping: mappingOf(view, table) }));
  for (const table of tables) await refuseUnanswered(actor, view, table, overlaps === undefined, !clockAsIs);
  const site = await siteWithGhosts(view.siteId);
  const keep = overlaps === "site" ? await daysOfSite(view.siteId) : { production: {}, weather: {} };
  return startJob(actor, `Import ${view.files[0].name}`, async ({ signal, report, noReturn }) => {
    report(0.05, "Reading and checking every row");
    const onProgress = (share: number) => report(share * 0.6, "Reading and checking every row");
    const places = view.files.map((_, place) => place);
    // Packed beside the work on the rows; called off, it is packed anew with the next try, or goes with the intake.
    const [packed] = await Promise.all([
      runTask("packIntake", { folder: intakeFolder(id), tables: chosen, site, keep }, { signal, onProgress }),
      keepOriginals(id, places),
    ]);
    report(0.72, "Storing");
    await store(actor, view, packed, noReturn);
    await removeIntakeFolder(id);
    report(0.85, "Comparing with what was to be expected");
    // The data are in, whatever comes of the comparison: a page that is opened makes it anew.
    await freshAnalysisOf(actor, view.siteId).catch((error: unknown) => console.error(error));
    return takenWords(packed);
  });
}

/** Nothing is taken in over a question. */
async function refuseUnanswered(actor: Actor, view: IntakeView, table: number, askDays: boolean, askClock: boolean): Promise<void> {
  const preview = await previewIntake(actor, view.id, table);
  if (!preview.ok) throw new RefusedError(preview.lines.join("; "));
  const differing = Math.max(0, ...preview.overlaps.map((overlap) => overlap.differing));
  if (askDays && differing > 0) throw new ConflictError(`On ${differing} days the site has other values already: say which stand`);
  const { offMinutes } = preview.preview;
  if (askClock && offMinutes !== null && Math.abs(offMinutes) > CONTRADICTED_MINUTES)
    throw new ConflictError(`The sun contradicts this clock by ${Math.abs(offMinutes)} minutes: say what is right`);
}

/** The days of which the site has values, by kind and channel. */
async function daysOfSite(siteId: string): Promise<Record<SeriesKind, Record<string, number[]>>> {
  const of = async (kind: SeriesKind) =>
    Object.fromEntries((await readPacked(siteId, kind)).map(({ name, days }) => [name, days.map(({ day }) => day)]));
  return { production: await of("production"), weather: await of("weather") };
}

async function store(actor: Actor, view: IntakeView, packed: readonly PackedKind[], noReturn: () => void): Promise<void> {
  const sequelize = await database();
  const imports = packed.map(({ repairs, mapping, source: _, ...rest }) => ({
    ...rest,
    id: randomUUID(),
    siteId: view.siteId,
    actorId: actor.id,
    reading: JSON.stringify({ intake: view.id, files: view.files.map(({ name }) => name), mapping, repairs }),
  }));
  // In one transaction with the data: killed before its end the intake waits as before, and taken in it can't be taken in again.
  await storeImports(sequelize, imports, async (transaction) => {
    if ((await IntakeRecord.destroy({ where: { id: view.id }, transaction })) === 0)
      throw new ConflictError("These files were taken in already, or let go");
    for (const { source, mapping } of packed) {
      const kept = { siteId: view.siteId, source, mapping: JSON.stringify(mapping), keptAt: new Date(), actorId: actor.id };
      await SourceMappingRecord.upsert(kept, { transaction });
    }
    noReturn();
  });
}

function takenWords(packed: readonly PackedKind[]): string {
  const days = (days: { day: number }[][]) => new Set(days.flat().map(({ day }) => day)).size;
  const columns = packed.reduce((sum, { channels }) => sum + channels.length, 0);
  const covered = days(packed.flatMap(({ channels }) => channels.map((channel) => channel.days)));
  return `${Math.max(...packed.map(({ rows }) => rows))} rows of ${columns} ${columns === 1 ? "column" : "columns"} taken in, ${covered} days`;
}
