/** What of a cause could be there without these data telling it. */
export interface CouldHide {
  scope: string;
  /** What takes less than this share of the site's energy isn't told; null where nothing of it would be. */
  under: number | null;
  /** The same of what is read, where the cause is a reading's and takes no energy. */
  ofReading?: boolean;
  /** What these data lack for it; absent where it is only too small to be told. */
  lacks?: string;
  /** How to see it without them. */
  look: string;
}
