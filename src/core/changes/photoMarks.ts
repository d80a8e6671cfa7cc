import { z } from "zod";

/** Most marks on one photo, and the longest words of one: more would hide what they point at. */
export const MOST_MARKS = 24;
export const MOST_MARK_TEXT = 60;

/** A place on a picture: shares of its width and height from its upper left corner. */
const share = z.number().min(0).max(1);
const spot = z.tuple([share, share]);

const markSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("arrow"), from: spot, to: spot }),
  /** An ellipse round a middle, half as wide and high as said. */
  z.strictObject({ kind: z.literal("ring"), at: spot, half: spot }),
  z.strictObject({ kind: z.literal("text"), at: spot, text: z.string().max(MOST_MARK_TEXT) }),
]);

/** What is drawn over a photo, and the part of it that is shown; the picture itself is never altered. */
export const photoMarksSchema = z.strictObject({
  crop: z.strictObject({ from: spot, to: spot }).nullable(),
  marks: z.array(markSchema).max(MOST_MARKS),
});

export type Mark = z.infer<typeof markSchema>;
export type PhotoMarks = z.infer<typeof photoMarksSchema>;
export type Spot = z.infer<typeof spot>;

export const NO_MARKS: PhotoMarks = { crop: null, marks: [] };

/** Shares are kept to a ten thousandth: finer than a pixel of what is kept. */
const rounded = (value: number) => Math.round(Math.min(1, Math.max(0, value)) * 1e4) / 1e4;

/** A place on a picture, within it. */
export function spotAt(across: number, down: number): Spot {
  return [rounded(across), rounded(down)];
}

/** Marks as they are recorded; what can't be read counts as none. */
export function readMarks(text: string): PhotoMarks {
  return parsed(text) ?? NO_MARKS;
}

/** Whether a text is marks as they are recorded. */
export function canReadMarks(text: string): boolean {
  return parsed(text) !== null;
}

function parsed(text: string): PhotoMarks | null {
  if (text === "") return NO_MARKS;
  try {
    const read = photoMarksSchema.safeParse(JSON.parse(text));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}

/** Marks for a record; none are an empty text. */
export function writeMarks(marks: PhotoMarks): string {
  return marks.crop === null && marks.marks.length === 0 ? "" : JSON.stringify(marks);
}

/** A mark elsewhere, still whole within the picture. */
export function movedBy(mark: Mark, across: number, down: number): Mark {
  const spots = mark.kind === "arrow" ? [mark.from, mark.to] : [mark.at];
  const within = (k: 0 | 1, by: number) =>
    Math.min(1 - Math.max(...spots.map((one) => one[k])), Math.max(-Math.min(...spots.map((one) => one[k])), by));
  const [dx, dy] = [within(0, across), within(1, down)];
  const moved = ([x, y]: Spot) => spotAt(x + dx, y + dy);
  return mark.kind === "arrow" ? { ...mark, from: moved(mark.from), to: moved(mark.to) } : { ...mark, at: moved(mark.at) };
}

/** A part of a picture between two corners in any order; null where it is the whole, or too small to be meant. */
export function cropBetween([x1, y1]: Spot, [x2, y2]: Spot): PhotoMarks["crop"] {
  const [from, to] = [spotAt(Math.min(x1, x2), Math.min(y1, y2)), spotAt(Math.max(x1, x2), Math.max(y1, y2))];
  const [across, down] = [to[0] - from[0], to[1] - from[1]];
  return across < LEAST_CROP || down < LEAST_CROP || (across > 0.99 && down > 0.99) ? null : { from, to };
}

/** Of each side: a tenth is what a thumb means when it drags, less is a touch. */
const LEAST_CROP = 0.1;
