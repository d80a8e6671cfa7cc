/** A reason for or against a cause. */
export interface Evidence {
  text: string;
  /** Log odds that it adds (natural logarithm); negative speaks against. */
  weight: number;
}
