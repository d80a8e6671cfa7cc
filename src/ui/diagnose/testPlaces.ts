import type { TestPlace } from "@/core/evidence/fieldTests";

/** Where a test is done, in words. */
export const PLACE_WORDS: Record<TestPlace, string> = {
  ground: "from the ground",
  indoors: "indoors",
  live: "on live parts",
  roof: "on the roof",
};
