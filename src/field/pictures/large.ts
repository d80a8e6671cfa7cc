/** When a picture is made smaller before it is sent, and how small. The server keeps as much (`server/findings/pictureLimits`). */
export const LARGE = {
  /** Over a weak line a megabyte takes a minute; most phones make three to fifteen. */
  bytes: 1_200_000,
  longestPx: 2400,
  quality: 0.86,
} as const;
