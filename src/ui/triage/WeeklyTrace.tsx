const WIDTH = 240;
const HEIGHT = 64;
const TOP = 1.15;

/** Measured over expected by week as a small trace: expected is the dashed line at one. */
export function WeeklyTrace({ name, weekly }: { name: string; weekly: (number | null)[] }) {
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
    <figure className="min-w-0 self-center">
      <svg
        viewBox={`-2 -4 ${WIDTH + 4} ${HEIGHT + 8}`}
        className="h-16 w-full max-w-72"
        role="img"
        aria-label={`${name}: output of the last ${weekly.length} weeks, ${last === null || last === undefined ? "unknown" : `${Math.round(last * 100)} % of expected at the end`}`}
      >
        <line x1="0" x2={WIDTH} y1={y(1)} y2={y(1)} stroke="var(--ink)" strokeDasharray="5 4" strokeWidth="1.3" />
        <line x1="0" x2={WIDTH} y1={HEIGHT} y2={HEIGHT} stroke="var(--rule-strong)" strokeWidth="1" />
        <path d={runs.join(" ")} fill="none" stroke="var(--measured)" strokeWidth="2.4" strokeLinejoin="round" />
      </svg>
      <figcaption className="caption">Share of expected, last {weekly.length} weeks</figcaption>
    </figure>
  );
}
