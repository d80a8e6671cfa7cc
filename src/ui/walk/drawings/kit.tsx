import type { ReactNode } from "react";

/** What good and bad look like at a point, each in a field of 120 by 80, and in words for whoever can't see it. */
export interface Drawing {
  good: ReactNode;
  bad: ReactNode;
  shows: { good: string; bad: string };
}

interface At {
  x: number;
  y: number;
}

/** A module seen from its edge: frame and glass. */
export const Module = ({ x, y, w = 44, turn = 0 }: At & { w?: number; turn?: number }) => (
  <g transform={`rotate(${turn} ${x + w / 2} ${y})`}>
    <rect x={x} y={y} width={w} height={8} fill="var(--raised)" />
    <path d={`M${x} ${y + 2.5} H${x + w}`} strokeWidth={1} />
  </g>
);

/** A module seen square on, with its cells. */
export const Face = ({ x, y, w = 60, h = 60, columns = 4, rows = 4 }: At & { w?: number; h?: number; columns?: number; rows?: number }) => (
  <g>
    <rect x={x} y={y} width={w} height={h} fill="var(--raised)" />
    <path
      strokeWidth={0.8}
      stroke="var(--rule-strong)"
      d={[
        ...Array.from({ length: columns - 1 }, (_, k) => `M${x + ((k + 1) * w) / columns} ${y} v${h}`),
        ...Array.from({ length: rows - 1 }, (_, k) => `M${x} ${y + ((k + 1) * h) / rows} h${w}`),
      ].join(" ")}
    />
  </g>
);

/** A rail seen from its side. */
export const Rail = ({ x, y, w }: At & { w: number }) => <rect x={x} y={y} width={w} height={6} fill="var(--sunken)" />;

/** A screw, its head at the top. */
export const Screw = ({ x, y, length = 22, head = 8 }: At & { length?: number; head?: number }) => (
  <path
    d={`M${x - head / 2} ${y} h${head} M${x} ${y} v${length} M${x - 3} ${y + length * 0.45} h6 M${x - 3} ${y + length * 0.65} h6 M${x - 3} ${y + length * 0.85} h6`}
  />
);

/** A drop of water. */
export const Drop = ({ x, y, size = 5 }: At & { size?: number }) => (
  <path
    d={`M${x} ${y - size} C${x + size} ${y} ${x + size * 0.7} ${y + size} ${x} ${y + size} C${x - size * 0.7} ${y + size} ${x - size} ${y} ${x} ${y - size} Z`}
    fill="var(--measured)"
    stroke="none"
  />
);

/** Where to look: the fault within. */
export const Look = ({ x, y, r = 11 }: At & { r?: number }) => (
  <circle cx={x} cy={y} r={r} fill="none" stroke="var(--stop)" strokeWidth={2.4} strokeDasharray="5 3" />
);

/** Wood, cut across. */
export const Timber = ({ x, y, w, h }: At & { w: number; h: number }) => (
  <g>
    <rect x={x} y={y} width={w} height={h} fill="var(--sunken)" />
    <path d={`M${x} ${y} l${w} ${h} M${x + w} ${y} l${-w} ${h}`} strokeWidth={0.8} stroke="var(--rule-strong)" />
  </g>
);

/** Ground, hatched below its line. */
export const Ground = ({ y, from = 4, to = 116 }: { y: number; from?: number; to?: number }) => (
  <path
    d={`M${from} ${y} H${to} ${Array.from({ length: Math.floor((to - from) / 10) }, (_, k) => `M${from + 8 + k * 10} ${y} l-6 7`).join(" ")}`}
  />
);

/** An enclosure. */
export const Box = ({ x, y, w, h }: At & { w: number; h: number }) => <rect x={x} y={y} width={w} height={h} rx={3} fill="var(--raised)" />;

/** A cable: a thick line. */
export const Cable = ({ d }: { d: string }) => <path d={d} strokeWidth={3.4} strokeLinecap="round" />;
