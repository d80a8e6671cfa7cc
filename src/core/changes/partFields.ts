import { z } from "zod";

/** What the parts of a plant are, by the public register. */
export const PART_KINDS = [
  "module",
  "inverter",
  "converter",
  "isolator",
  "protector",
  "mount",
  "rail",
  "cable",
  "meter",
  "battery",
  "gateway",
] as const;
export type PartKind = (typeof PART_KINDS)[number];

/** Whether a maker can still be asked. */
export const MAKER_STATES = ["trading", "gone", "unknown"] as const;
/** How a part is, by the four severities. */
export const PART_CONDITIONS = ["sound", "watch", "fix", "stop"] as const;

/** Longest texts of a part, as the public register has them. */
export const MOST_OF_PART = { place: 500, maker: 500, model: 500, serial: 500, note: 4000 } as const;

const day = z.union([z.literal(""), z.iso.date()]);

/** What is known of a part; each field stands for itself, empty where nobody has said. */
export const partFields = z.strictObject({
  kind: z.enum(PART_KINDS),
  /** A scope of the site, or words: "east gable". */
  place: z.string().max(MOST_OF_PART.place),
  maker: z.string().max(MOST_OF_PART.maker),
  model: z.string().max(MOST_OF_PART.model),
  serial: z.string().max(MOST_OF_PART.serial),
  installed: day,
  warrantyUntil: day,
  makerState: z.union([z.literal(""), z.enum(MAKER_STATES)]),
  condition: z.union([z.literal(""), z.enum(PART_CONDITIONS)]),
  note: z.string().max(MOST_OF_PART.note),
  takenBack: z.boolean(),
});

export type PartFields = z.infer<typeof partFields>;

/** A part before anything was said of it. */
export const NEW_PART: PartFields = {
  ...{ kind: "module", place: "", maker: "", model: "", serial: "", installed: "", warrantyUntil: "" },
  ...{ makerState: "", condition: "", note: "", takenBack: false },
};
