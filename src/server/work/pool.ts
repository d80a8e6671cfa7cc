import { availableParallelism } from "node:os";
import { join } from "node:path";
import { MessageChannel } from "node:worker_threads";
import { Piscina } from "piscina";
import { BusyError, CancelledError, FailedError } from "@/core/errors/errors";
import { fromPlainError, type PlainError } from "@/core/errors/plainError";
import { codeVersion } from "../codeVersion";
import { processWide } from "../processWide";
import type { TaskName, TaskReply, TaskRequest } from "./taskTypes";

/** What a worker answers: a result, or an error as plain data. */
export type Answer<Reply> = { done: Reply } | { error: PlainError };

export interface RunOptions {
  signal?: AbortSignal;
  /** Share of the work that is done, 0 to 1. */
  onProgress?: (share: number) => void;
}

/** As many at once as there are cores: more would only share them. */
const THREADS = availableParallelism();
/** Beyond so many waiting, the next is told to come again. */
const MOST_WAITING = 500;
/** Objects of a worker, MB; arrays of numbers lie outside and are bounded by the limits of files. */
const MOST_HEAP_MB = 2048;
const IDLE_MS = 20_000;

/** Workers that run the functions of one bundled file. */
export class WorkPool {
  private readonly pool: Piscina;

  /** @param file absolute path of an ES module whose exports are the tasks */
  constructor(file: string, threads = THREADS, mostHeapMb = MOST_HEAP_MB) {
    this.pool = new Piscina({
      filename: file,
      minThreads: 0,
      maxThreads: threads,
      idleTimeout: IDLE_MS,
      resourceLimits: { maxOldGenerationSizeMb: mostHeapMb },
    });
  }

  /**
   * Runs a task to its end. A worker that dies takes only its task with it.
   * @throws what the task threw of Irradant's errors; CancelledError when the signal comes, BusyError where too many wait,
   *   FailedError where the worker died
   */
  async run<Reply>(name: string, request: unknown, { signal, onProgress }: RunOptions = {}): Promise<Reply> {
    if (signal?.aborted) throw new CancelledError();
    if (this.pool.queueSize >= MOST_WAITING) throw new BusyError("Too much is being calculated just now; try again in a moment");
    const { port1, port2 } = new MessageChannel();
    port1.on("message", (share: number) => onProgress?.(share));
    port1.unref();
    try {
      const answer: Answer<Reply> = await this.pool.run({ request, port: port2 }, { name, signal, transferList: [port2] });
      if ("error" in answer) throw fromPlainError(answer.error);
      return answer.done;
    } catch (error) {
      throw workerError(error, signal);
    } finally {
      port1.close();
    }
  }

  /** Ends all threads; for tests and commands. */
  async close(): Promise<void> {
    await this.pool.destroy();
  }
}

function workerError(error: unknown, signal: AbortSignal | undefined): unknown {
  if (signal?.aborted) return new CancelledError();
  const { code, message } = error as { code?: string; message?: string };
  if (code === "ERR_WORKER_OUT_OF_MEMORY") return new FailedError("The calculation needs more memory than it may have");
  if (/worker.*(exit|terminat)|exit.*worker/i.test(message ?? "")) return new FailedError("The calculation broke off", { cause: error });
  return error;
}

/** Runs one of the tasks of `worker.ts`; see `WorkPool.run`. */
export function runTask<Name extends TaskName>(name: Name, request: TaskRequest<Name>, options?: RunOptions): Promise<TaskReply<Name>> {
  return thePool().run(name, request, options);
}

/** Ends this process's workers, if there are any. */
export async function closePool(): Promise<void> {
  await thePool().close();
}

/** The process's workers. A new bundle gets new ones, as while developing. */
function thePool(): WorkPool {
  return processWide(`workers ${codeVersion()}`, () => new WorkPool(join(/* turbopackIgnore: true */ process.cwd(), "dist", "worker.mjs")));
}
