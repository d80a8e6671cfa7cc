/** From which odds on evidence has which name (Kass & Raftery 1995, table 2: Bayes factors of 3, 20 and 150). */
const STRENGTHS = [
  { odds: 150, words: "very strong" },
  { odds: 20, words: "strong" },
  { odds: 3, words: "some" },
] as const;

/** How much a weight says, in words. @param weight in natural log odds */
export function strengthWords(weight: number): string {
  const odds = Math.exp(Math.abs(weight));
  return `${STRENGTHS.find((one) => odds >= one.odds)?.words ?? "weak"} evidence`;
}
