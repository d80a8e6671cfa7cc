/** Of the usual light: a month with less is worth a word, since owners see it on their display. */
const DARK_SHARE = 0.75;

/** Light of the last days over what is usual then, where they were dark; null else. */
export function darkShare(light: { share: number; usual: number } | null): number | null {
  return !light || light.share >= DARK_SHARE * light.usual ? null : light.share / light.usual;
}

/** "a dark month: 59 % of the light that is usual now", where it was one; null else. */
export function darkMonth(light: { share: number; usual: number } | null): string | null {
  const share = darkShare(light);
  return share === null ? null : `a dark month: ${Math.round(100 * share)} % of the light that is usual now`;
}
