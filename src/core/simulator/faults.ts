/** A fault put into a simulated array. Times are milliseconds since 1970-01-01T00:00Z; `toMs` absent means it lasts. */
export type InjectedFault =
  | { kind: "string-open"; string: string; fromMs: number; toMs?: number }
  | { kind: "inverter-outage"; inverter: string; fromMs: number; toMs?: number }
  | { kind: "data-gap"; inverter: string; fromMs: number; toMs?: number };

export function active(fault: { fromMs: number; toMs?: number }, utcMs: number): boolean {
  return utcMs >= fault.fromMs && utcMs < (fault.toMs ?? Number.POSITIVE_INFINITY);
}
