const WIDTH = 104;
const HEIGHT = 24;
const TOP = 1.15;

/** Measured over expected by week as a small trace: expected is the dashed line at one. */
export function WeeklyTrace({ name, weekly }: { name: string; weekly: readonly (number | null)[] }) {
  if (weekly.length === 0) return null;
  const x = (k: number) => (k * WIDTH) / Math.max(1, weekly.length - 1);
  const y = (ratio: number) => HEIGHT - (Math.min(ratio, TOP) / TOP) * HEIGHT;
  const runs: string[] = [];
  let open = false;
  weekly.forEach((ratio, k) => {
    if (ratio === null) open = false;
    else {
      runs.push(`${open ? "L" : "M"}${x(k).toFixed(1)} ${y(ratio).toFixed(1)}`);
      open = true;
    }
  });
  const last = weekly.findLast((ratio) => ratio !== null);
  return (
    <svg
      viewBox={`-2 -2 ${WIDTH + 4} ${HEIGHT + 4}`}
      className="h-7 w-[6.5rem]"
      role="img"
      aria-label={`${name}: output of the last ${weekly.length} weeks, ${last === null || last === undefined ? "unknown" : `${Math.round(last * 100)} % of expected at the end`}`}
    >
      <line x1="0" x2={WIDTH} y1={y(1)} y2={y(1)} stroke="var(--ink)" strokeDasharray="4 3" strokeWidth="1" />
      <line x1="0" x2={WIDTH} y1={HEIGHT} y2={HEIGHT} stroke="var(--rule-strong)" strokeWidth="1" />
      <path d={runs.join(" ")} fill="none" stroke="var(--measured)" strokeWidth="1.8" strokeLinejoin="round" />
    </svg>
  );
}
