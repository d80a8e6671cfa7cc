/** How modules are carried, in words. */
export const MOUNTINGS = [
  ["roof-flush", "close to the roof"],
  ["roof-raised", "raised from the roof"],
  ["ballasted", "ballasted on a flat roof"],
  ["ground-rack", "rack on the ground"],
  ["building-integrated", "in place of the roof"],
] as const;

/** What lies under the array, in words. */
export const ROOFS = [
  ["tile", "tiles"],
  ["shingle", "shingles"],
  ["seam", "standing seam"],
  ["rib", "ribbed sheet"],
  ["stone-coated", "stone-coated sheet"],
  ["membrane", "membrane"],
] as const;
