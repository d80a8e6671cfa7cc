import { CAUSES } from "@/core/causes/causes";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import { judgeGap } from "@/core/expected/uncertainty";
import { amount, instantDay } from "../marks/words";

/** What is said of a comparison in a line: what counts most, then what the sums prove. */
export interface StandingWords {
  /** The name of what counts most, or that nothing is wrong. */
  first: string;
  rest: string;
  /** Something is wrong; something may be; nothing is. */
  look: "wrong" | "open" | "sound";
}

/** What the inverters' own limits take is no part of what is expected at the terminals. */
const WITHIN_EXPECTED: ReadonlySet<string> = new Set(["clipping", "start-threshold"]);
/** Of what is lost: causes that explain so much of it leave nothing open. */
const EXPLAINED = 0.5;

/**
 * How things stand in one sentence or two.
 * @param expectedKwh at the terminals, with start and rating @param bandPct half width of its band @param chief with its place in words
 */
export function standingWords(
  { expectedKwh, measuredKwh, bandPct }: { expectedKwh: number; measuredKwh: number; bandPct: number },
  ledger: readonly LedgerEntry[],
  chief: (LedgerEntry & { place: string }) | null,
  timeZone: string,
): StandingWords {
  const judged = judgeGap(expectedKwh, measuredKwh, bandPct);
  const known = ledger.filter(({ since, overruled, lossKwh }) => since !== null && overruled?.holds !== "no" && lossKwh > 0);
  const built = known.filter(({ cause, stands }) => CAUSES[cause].kind === "design" && stands);
  const over = known.filter(({ cause, stands }) => !stands || cause === "snow");
  const sum = (some: readonly LedgerEntry[]) => some.reduce((total, { lossKwh }) => total + lossKwh, 0);
  const names = (some: readonly LedgerEntry[]) => [...new Set(some.map(({ title }) => title.toLowerCase()))].join(", ");
  const goes = over.some(({ stands }) => stands) ? "What comes and goes" : "What is over";
  const overWords = over.length > 0 ? `${goes} took ${amount(sum(over))} kWh (${names(over)}).` : "";
  if (chief) {
    const since = `since ${instantDay(chief.since as string, timeZone)}`;
    return {
      first: `${chief.title}, ${chief.place}`,
      rest: [
        `${chief.lossKwh > 0 ? "counts most" : "stands"}, ${since}.`,
        chief.lossKwh > 0 ? "" : overWords,
        `Measured is ${judged.words}`,
      ]
        .filter(Boolean)
        .join(" "),
      look: "wrong",
    };
  }
  const parts = [built.length > 0 ? `As it is built ${amount(sum(built))} kWh are held back (${names(built)}).` : "", overWords].filter(
    Boolean,
  );
  const lost = expectedKwh - measuredKwh;
  const explained = lost > 0 && sum([...over, ...built.filter(({ cause }) => !WITHIN_EXPECTED.has(cause))]) >= EXPLAINED * lost;
  if (judged.within || explained)
    return {
      first: "Nothing wrong stands.",
      rest: [...parts, judged.within ? `Measured is ${judged.words}` : ""].filter(Boolean).join(" "),
      look: "sound",
    };
  return { first: "Nothing wrong stands.", rest: [...parts, `Measured is ${judged.words}`].join(" "), look: "open" };
}
