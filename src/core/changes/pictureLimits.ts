/** How large a photo may be and what is kept of it: the same for the device that sends it and the server that takes it. */
export const PHOTO = {
  /** As sent. Phones make 3 to 15 MB. */
  mostBytes: 30_000_000,
  /** Longest side that is kept: a crack in a cell is still seen. */
  longestPx: 2400,
  /** Of JPEG: over it files grow and nobody sees more. */
  quality: 0.86,
  /** Over a weak line a megabyte takes a minute: larger ones are made smaller on the device before they are sent. */
  largeBytes: 1_200_000,
} as const;
