// A process of its own for one picture: dist/picture.mjs INPUT FULL THUMBNAIL. A file that makes the decoder eat memory, hang
// or crash takes only this process with it. Answers with one line of JSON on standard output.
import sharp from "sharp";
import { NO_ROOM_EXIT, PICTURE } from "./pictureLimits";

/** What the process answers. */
export type PictureAnswer = { widthPx: number; heightPx: number } | { refused: string };

const [input, full, thumbnail] = process.argv.slice(2);

async function shrink(): Promise<PictureAnswer> {
  sharp.concurrency(1);
  sharp.cache(false);
  // Upright by its orientation mark; no metadata is written, so that no place or device leaves with it.
  const open = () => sharp(input, { limitInputPixels: PICTURE.mostPixels, failOn: "error", sequentialRead: true }).autoOrient();
  const within = (px: number) => ({ width: px, height: px, fit: "inside" as const, withoutEnlargement: true });
  const { width, height } = await sharp(input, { limitInputPixels: false }).metadata();
  if (width * height > PICTURE.mostPixels)
    return { refused: `The picture has ${Math.round((width * height) / 1e6)} megapixels; at most ${PICTURE.mostPixels / 1e6} are taken` };
  const kept = await open()
    .resize(within(PICTURE.longestPx))
    .jpeg({ quality: PICTURE.quality * 100 })
    .toFile(full);
  await sharp(full).resize(within(PICTURE.thumbnailPx)).jpeg({ quality: 78 }).toFile(thumbnail);
  return { widthPx: kept.width, heightPx: kept.height };
}

/** A disk without room is no fault of the picture. */
const NO_ROOM = /no space|ENOSPC|unable to write|write error/i;

shrink()
  .catch((error: unknown): PictureAnswer => {
    if (error instanceof Error && NO_ROOM.test(error.message)) process.exit(NO_ROOM_EXIT);
    return { refused: "This file isn't a whole picture that can be read (JPEG, PNG, WebP, AVIF or TIFF)" };
  })
  .then((answer) => process.stdout.write(`${JSON.stringify(answer)}\n`));
