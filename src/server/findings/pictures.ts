import { execFile } from "node:child_process";
import { join } from "node:path";
import PQueue from "p-queue";
import { BusyError, FailedError, FullError, RefusedError } from "@/core/errors/errors";
import { processWide } from "../processWide";
import { NO_ROOM_EXIT, PICTURE } from "./pictureLimits";
import type { PictureAnswer } from "./pictureProcess";

/** So many may wait; the field's queue tries again. */
const MOST_WAITING = 100;

/**
 * Makes the two pictures that are kept of one that was sent, in a process of its own, one at a time.
 * @param input path of the file as sent
 * @param full and `thumbnail`: where they are written
 * @throws RefusedError where it isn't a picture that can be read, or too large; BusyError where too many wait
 */
export async function shrinkPicture(input: string, full: string, thumbnail: string): Promise<{ widthPx: number; heightPx: number }> {
  const queue = processWide("pictures", () => new PQueue({ concurrency: 1 }));
  if (queue.size >= MOST_WAITING) throw new BusyError("Too many pictures are being taken in just now; try again in a moment");
  const answer = (await queue.add(() => runPictureProcess([input, full, thumbnail]))) as PictureAnswer;
  if ("refused" in answer) throw new RefusedError(answer.refused);
  return answer;
}

function runPictureProcess(args: string[]): Promise<PictureAnswer> {
  const program = join(/* turbopackIgnore: true */ process.cwd(), "dist", "picture.mjs");
  return new Promise((resolve, reject) => {
    execFile(process.execPath, [program, ...args], { timeout: PICTURE.mostMs, killSignal: "SIGKILL" }, (error, stdout) => {
      if (!error) return resolve(JSON.parse(stdout) as PictureAnswer);
      if (error.code === NO_ROOM_EXIT) return reject(new FullError("The disk is full: the picture was not kept. Make room and try again"));
      // Killed by the clock, by the system for its memory, or crashed: the picture's doing.
      if (error.killed || error.signal) return resolve({ refused: "This picture can't be decoded" });
      reject(new FailedError("The picture could not be taken in", { cause: error }));
    });
  });
}
