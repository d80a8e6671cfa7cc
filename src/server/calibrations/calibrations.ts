import { z } from "zod";
import { NotFoundError, RefusedError } from "@/core/errors/errors";
import { CalibrationRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { freshAnalysisOf } from "../analysis/analysis";
import { database, inTransaction } from "../database";

/** What a person says when keeping a calibration. The factor isn't theirs to send: it is worked out here. */
export const calibrationInput = z.object({
  id: z.uuid(),
  scope: z.string().min(1).max(100),
  keptBy: z.string().trim().min(1, "say who keeps it").max(120),
  note: z.string().trim().max(1000).default(""),
});

export type CalibrationInput = z.infer<typeof calibrationInput>;

/** A kept calibration as screens show it. */
export interface CalibrationView {
  id: string;
  scope: string;
  factor: number;
  errorPct: number;
  weeks: number;
  fromDay: string;
  toDay: string;
  keptBy: string;
  note: string;
  keptAt: string;
}

/**
 * Keeps what the data offer at present for a unit; an earlier one of the same unit is withdrawn. Sending it twice
 * keeps it once.
 * @throws NotFoundError where there is nothing to keep, RefusedError where it isn't to be kept
 */
export async function keepCalibration(actor: Actor, siteId: string, input: CalibrationInput): Promise<void> {
  allow(actor, "manage");
  const { analysis } = await freshAnalysisOf(actor, siteId);
  const offer = analysis?.overview.calibrations.find(({ scope }) => scope === input.scope);
  if (!offer) throw new NotFoundError("calibration for", input.scope);
  if (offer.refusal) throw new RefusedError(offer.refusal);
  await inTransaction(async (transaction) => {
    if (await CalibrationRecord.findByPk(input.id, { transaction })) return;
    const now = new Date();
    await CalibrationRecord.update({ withdrawnAt: now }, { where: { siteId, scope: input.scope, withdrawnAt: null }, transaction });
    await CalibrationRecord.create(
      {
        id: input.id,
        siteId,
        scope: offer.scope,
        factor: offer.factor,
        errorPct: offer.errorPct,
        weeks: offer.weeks,
        fromDay: offer.from,
        toDay: offer.to,
        keptBy: input.keptBy,
        note: input.note,
        keptAt: now,
        withdrawnAt: null,
        actorId: actor.id,
      },
      { transaction },
    );
  });
}

/** Takes a calibration back, or (with `back` false) lets it stand again in place of the one that stands now. @throws NotFoundError */
export async function withdrawCalibration(actor: Actor, id: string, back = true): Promise<void> {
  allow(actor, "manage");
  await inTransaction(async (transaction) => {
    const record = await CalibrationRecord.findByPk(id, { transaction });
    if (!record) throw new NotFoundError("calibration", id);
    if (!back) {
      const { siteId, scope } = record;
      await CalibrationRecord.update({ withdrawnAt: new Date() }, { where: { siteId, scope, withdrawnAt: null }, transaction });
    }
    await record.update({ withdrawnAt: back ? new Date() : null }, { transaction });
  });
}

/** The standing calibrations of a site. */
export async function calibrationsOf(actor: Actor, siteId: string): Promise<CalibrationView[]> {
  allow(actor, "read");
  await database();
  const records = await CalibrationRecord.findAll({ where: { siteId, withdrawnAt: null }, order: [["scope", "ASC"]], raw: true });
  return records.map(({ siteId: _, withdrawnAt: __, actorId: ___, keptAt, ...kept }) => ({
    ...kept,
    keptAt: new Date(keptAt).toISOString(),
  }));
}
