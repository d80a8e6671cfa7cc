/** Of the usual light: a month with less is worth a word, since owners see it on their display. */
const DARK_SHARE = 0.75;

/** "a dark month: 59 % of the light that is usual now", where it was one; null else. */
export function darkMonth(light: { share: number; usual: number } | null): string | null {
  if (!light || light.share >= DARK_SHARE * light.usual) return null;
  return `a dark month: ${Math.round((100 * light.share) / light.usual)} % of the light that is usual now`;
}
