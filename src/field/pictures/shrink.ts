import { PHOTO } from "@/core/changes/pictureLimits";

/** A picture that isn't done by then is sent as it is. */
const PATIENCE_MS = 30_000;

/** A picture as it is sent: made smaller in a worker where it is large; the same one where this browser can't. */
export async function shrinkPicture(picture: Blob): Promise<Blob> {
  if (picture.size <= PHOTO.largeBytes || typeof Worker === "undefined" || typeof OffscreenCanvas === "undefined") return picture;
  let worker: Worker | undefined;
  try {
    worker = new Worker(new URL("./shrinkWorker.ts", import.meta.url), { type: "module" });
    return (await answerOf(worker, picture)) ?? picture;
  } catch {
    return picture;
  } finally {
    worker?.terminate();
  }
}

function answerOf(worker: Worker, picture: Blob): Promise<Blob | null> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error("too slow")), PATIENCE_MS);
    worker.onmessage = ({ data }: MessageEvent<{ small: Blob | null }>) => {
      clearTimeout(timer);
      resolve(data.small);
    };
    worker.onerror = () => {
      clearTimeout(timer);
      reject(new Error("the worker failed"));
    };
    worker.postMessage({ picture });
  });
}
