import PQueue from "p-queue";
import type { Sequelize, Transaction } from "sequelize";
import { BusyError } from "@/core/errors/errors";
import { asIrradantError, isBusy } from "./databaseErrors";

/** The queue hangs on the connection, since a bundler may copy this module. */
const QUEUE = Symbol.for("irradant.writers");

/** So many may wait; beyond it the next is told to try again, and nobody waits for minutes. */
const MOST_WAITING = 1000;

/** How long a write tries again while another process holds the database. An import has cost minutes and waits longer. */
export const PATIENCE_MS = { usual: 20_000, import: 600_000 } as const;

const PAUSE_MS = 100;

/**
 * Runs work in one transaction, all of it or nothing. Writers of this process queue here and not in the driver, where each
 * would hold a thread of the pool while it waits.
 * @param work gets the transaction and gives it to every statement
 * @throws BusyError where another process holds the database for longer than the patience, or too many wait; UnavailableError or FullError
 *   where the disk or the file is at fault; whatever `work` throws
 */
export async function write<T>(
  sequelize: Sequelize,
  work: (transaction: Transaction) => Promise<T>,
  patienceMs: number = PATIENCE_MS.usual,
): Promise<T> {
  const queue = queueOf(sequelize);
  if (queue.size >= MOST_WAITING) throw new BusyError("Too much is being saved just now; try again in a moment");
  return queue.add(() => patiently(() => sequelize.transaction(work), patienceMs)) as Promise<T>;
}

function queueOf(sequelize: Sequelize): PQueue {
  const holder = sequelize as Sequelize & { [QUEUE]?: PQueue };
  holder[QUEUE] ??= new PQueue({ concurrency: 1 });
  return holder[QUEUE];
}

/** Tries again while the database is held elsewhere: a transaction that is busy has changed nothing. */
async function patiently<T>(act: () => Promise<T>, patienceMs: number): Promise<T> {
  const untilMs = Date.now() + patienceMs;
  for (;;) {
    try {
      return await act();
    } catch (error) {
      if (!isBusy(error) || Date.now() > untilMs) throw asIrradantError(error);
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
    }
  }
}
