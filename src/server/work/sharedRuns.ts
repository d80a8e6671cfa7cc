import { CancelledError } from "@/core/errors/errors";
import { processWide } from "../processWide";

interface SharedRun {
  promise: Promise<unknown>;
  abort: AbortController;
  waiting: number;
}

/**
 * One run for all who ask for the same at the same time. A caller who leaves is let go at once and the run goes on for the
 * others; once nobody waits it is called off.
 * @param key says what is asked for; equal keys share
 */
export function shareRun<T>(key: string, start: (signal: AbortSignal) => Promise<T>, signal?: AbortSignal): Promise<T> {
  if (signal?.aborted) return Promise.reject(new CancelledError());
  const runs = processWide("shared runs", () => new Map<string, SharedRun>());
  let run = runs.get(key);
  if (!run) {
    const abort = new AbortController();
    const made: SharedRun = { promise: start(abort.signal), abort, waiting: 0 };
    const forget = () => {
      if (runs.get(key) === made) runs.delete(key);
    };
    made.promise.then(forget, forget);
    runs.set(key, made);
    run = made;
  }
  return join(run, signal, () => runs.get(key) === run && runs.delete(key)) as Promise<T>;
}

function join(run: SharedRun, signal: AbortSignal | undefined, forget: () => void): Promise<unknown> {
  run.waiting++;
  return new Promise((resolve, reject) => {
    const leave = () => {
      run.waiting--;
      if (run.waiting === 0) {
        // A later caller starts anew instead of joining what is being called off.
        forget();
        run.abort.abort();
      }
      reject(new CancelledError());
    };
    signal?.addEventListener("abort", leave, { once: true });
    const settled = () => signal?.removeEventListener("abort", leave);
    run.promise.then(
      (value) => {
        settled();
        resolve(value);
      },
      (error) => {
        settled();
        reject(error);
      },
    );
  });
}
