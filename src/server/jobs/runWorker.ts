import { join } from "node:path";
import { Worker } from "node:worker_threads";

/** The input was read and refused; the message is for the person who gave it. */
export class RefusedError extends Error {}

/** The work was called off. */
export class CancelledError extends Error {}

type Message<Reply> = { progress: number } | { done: Reply } | { refused: string };

/**
 * Runs one of the bundled workers to its end.
 * @param name of the file in dist/, without ending
 * @throws RefusedError for unusable input, CancelledError when the signal comes
 */
export function runWorker<Reply>(
  name: string,
  request: unknown,
  options: { signal?: AbortSignal; onProgress?: (share: number) => void } = {},
): Promise<Reply> {
  const { signal, onProgress } = options;
  return new Promise((resolve, reject) => {
    const file = join(/* turbopackIgnore: true */ process.cwd(), "dist", `${name}.mjs`);
    const worker = new Worker(/* turbopackIgnore: true */ file, { workerData: request });
    const settle = (act: () => void) => {
      signal?.removeEventListener("abort", cancel);
      act();
      void worker.terminate();
    };
    const cancel = () => settle(() => reject(new CancelledError("Cancelled")));
    if (signal?.aborted) return cancel();
    signal?.addEventListener("abort", cancel);
    worker.on("message", (message: Message<Reply>) => {
      if ("progress" in message) onProgress?.(message.progress);
      else if ("refused" in message) settle(() => reject(new RefusedError(message.refused)));
      else settle(() => resolve(message.done));
    });
    worker.on("error", (error) => settle(() => reject(error)));
  });
}
