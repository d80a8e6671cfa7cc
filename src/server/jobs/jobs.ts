import { randomUUID } from "node:crypto";
import { Op } from "sequelize";
import { DAY_MS } from "@/core/constants";
import { BusyError, CancelledError, ConflictError, IrradantError, NotFoundError } from "@/core/errors/errors";
import { JobRecord } from "@/db/models/series";
import { type Actor, allow } from "../actor";
import { database, inTransaction } from "../database";
import { processWide } from "../processWide";

/** A piece of long work, as its starter sees it. */
export interface Job {
  id: string;
  title: string;
  state: "running" | "done" | "failed" | "cancelled";
  /** 0 to 1. */
  progress: number;
  /** What is being done, what came out, or what was wrong. */
  message: string;
}

/** What the work itself can say and hear. */
export interface JobControl {
  signal: AbortSignal;
  report(progress: number, message: string): void;
  /**
   * Past this the work can't be called off any more: what it does now will stand.
   * @throws CancelledError where it was called off before
   */
  noReturn(): void;
}

interface LiveJob extends Job {
  actorId: string;
  abort: AbortController;
  /** Set once it can't be called off any more. */
  final: boolean;
}

/** The process at work says so this often. */
const HEARTBEAT_MS = 2000;
/** After such a silence it has died. */
const SILENT_MS = 15_000;
const KEEP_FINISHED_MS = DAY_MS;

/** Jobs of this process; others know of them through the database. */
const liveJobs = () => processWide("jobs", () => new Map<string, LiveJob>());

/** Starts long work and returns at once; `work` resolves to the closing message. */
export async function startJob(actor: Actor, title: string, work: (control: JobControl) => Promise<string>): Promise<Job> {
  await database();
  const job: LiveJob = {
    ...{ id: randomUUID(), title, state: "running", progress: 0, message: "Starting" },
    actorId: actor.id,
    abort: new AbortController(),
    final: false,
  };
  // A busy database is no reason to turn work away: it is written down with the next heartbeat.
  await inTransaction(async (transaction) => {
    await JobRecord.destroy({ where: { updatedAt: { [Op.lt]: new Date(Date.now() - KEEP_FINISHED_MS) } }, transaction });
    await JobRecord.create({ ...publicJob(job), actorId: actor.id, updatedAt: new Date() }, { transaction });
  }, 0).catch((error: unknown) => {
    if (!(error instanceof BusyError)) throw error;
  });
  liveJobs().set(job.id, job);
  const heart = setInterval(() => void beat(job).catch(() => undefined), HEARTBEAT_MS);
  heart.unref();
  void work(controlOf(job))
    .then((message) => Object.assign(job, { state: "done", progress: 1, message }))
    .catch((error: unknown) => {
      job.state = error instanceof CancelledError ? "cancelled" : "failed";
      job.message = error instanceof IrradantError ? error.message : "Something failed here; nothing was changed";
      if (!(error instanceof IrradantError)) console.error(error);
    })
    .then(async () => {
      clearInterval(heart);
      // Told from memory until it is written down; where that fails, other processes tell it as broken off.
      await keep(job).catch((error) => console.error(error));
      setTimeout(() => liveJobs().delete(job.id), SILENT_MS).unref();
    });
  return publicJob(job);
}

/** A piece of long work as it stands now. @throws NotFoundError a day after its end, or where there was none */
export async function findJob(actor: Actor, id: string): Promise<Job> {
  allow(actor, "read");
  const live = liveJobs().get(id);
  if (live) return publicJob(live);
  await database();
  const record = await JobRecord.findByPk(id, { raw: true });
  if (!record) throw new NotFoundError("job", id);
  const silent = record.state === "running" && Date.now() - new Date(record.updatedAt).getTime() > SILENT_MS;
  return silent ? { ...publicJob(record), state: "failed", message: BROKEN_OFF } : publicJob(record);
}

const BROKEN_OFF = "The server stopped while it was at work; nothing was changed";

/**
 * Asks running work to stop; what it had not finished is as if it had never begun.
 * @returns true where it is called off; false where another process was asked to, and may have gone too far by then
 * @throws ConflictError where it has ended, or has gone too far to be called off
 */
export async function cancelJob(actor: Actor, id: string): Promise<boolean> {
  allow(actor, "manage");
  const live = liveJobs().get(id);
  if (live) {
    if (live.state !== "running") throw new ConflictError(`It has ended already: ${live.message}`);
    if (live.final) throw new ConflictError("It is being stored already; undo it afterwards");
    live.abort.abort();
    return true;
  }
  const job = await findJob(actor, id);
  if (job.state !== "running") throw new ConflictError(`It has ended already: ${job.message}`);
  await inTransaction(async (transaction) => {
    await JobRecord.update({ cancelAskedAt: new Date() }, { where: { id }, transaction });
  });
  return false;
}

function controlOf(job: LiveJob): JobControl {
  return {
    signal: job.abort.signal,
    report(progress, message) {
      // What a part of the work still says once another has failed mustn't hide why.
      if (job.state !== "running") return;
      job.progress = progress;
      job.message = message;
    },
    noReturn() {
      if (job.abort.signal.aborted) throw new CancelledError();
      job.final = true;
    },
  };
}

/** Says that the work goes on, and hears whether another process was asked to call it off. */
async function beat(job: LiveJob): Promise<void> {
  await keep(job);
  const record = await JobRecord.findByPk(job.id, { attributes: ["cancelAskedAt"], raw: true });
  if (record?.cancelAskedAt && !job.final) job.abort.abort();
}

async function keep(job: LiveJob): Promise<void> {
  await inTransaction(async (transaction) => {
    await JobRecord.upsert({ ...publicJob(job), actorId: job.actorId, updatedAt: new Date() }, { transaction });
  });
}

function publicJob({ id, title, state, progress, message }: Job): Job {
  return { id, title, state, progress, message };
}
