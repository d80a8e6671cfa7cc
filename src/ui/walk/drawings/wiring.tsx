import { Cable, type Drawing, Drop, Look, Module } from "./kit";

const Roof = () => <path d="M6 66 H114 M12 66 l-5 7 M28 66 l-5 7 M44 66 l-5 7 M60 66 l-5 7 M76 66 l-5 7 M92 66 l-5 7 M108 66 l-5 7" />;

/** Two halves of a connector, so far apart. */
const Plug = ({ x, y, gap = 0 }: { x: number; y: number; gap?: number }) => (
  <g>
    <path d={`M${x} ${y - 6} h22 l6 3 v6 l-6 3 h-22 z`} fill="var(--sunken)" />
    <path d={`M${x + 28 + gap} ${y - 7} h24 v14 h-24 z`} fill="var(--raised)" />
    {gap > 0 ? <path d={`M${x + 28} ${y} h${gap}`} strokeWidth={3} stroke="var(--fix)" /> : null}
    <Cable d={`M${x - 18} ${y} H${x} M${x + 52 + gap} ${y} h18`} />
  </g>
);

/** Cables, connectors and what lives under an array. */
export const WIRING_DRAWINGS: Record<string, Drawing> = {
  "cables-hang": {
    good: (
      <>
        <Module x={10} y={20} w={100} />
        <Cable d="M14 34 q10 5 22 0 t22 0 t22 0 t22 0" />
        <path d="M36 28 v7 M58 28 v7 M80 28 v7" />
        <Roof />
      </>
    ),
    bad: (
      <>
        <Module x={10} y={20} w={100} />
        <Cable d="M14 34 q10 5 22 0 q12 42 42 30 q10 -6 26 -30" />
        <path d="M36 28 v7" />
        <Roof />
        <Look x={68} y={60} r={15} />
      </>
    ),
    shows: { good: "Daylight, all fastened", bad: "Hangs down on the roof" },
  },
  "cables-rub": {
    good: (
      <>
        <path d="M10 36 H70 V60 H10" fill="var(--sunken)" />
        <path d="M62 30 q14 0 14 14" strokeWidth={5} stroke="var(--sound)" />
        <Cable d="M30 22 H66 Q84 22 84 44 V74" />
      </>
    ),
    bad: (
      <>
        <path d="M10 36 H70 V60 H10" fill="var(--sunken)" />
        <Cable d="M30 32 H66 Q74 34 74 44 V74" />
        <path d="M67 31 l8 8" stroke="var(--fix)" strokeWidth={4} />
        <Look x={71} y={36} r={13} />
      </>
    ),
    shows: { good: "Clear of the edge", bad: "Rubs on a cut edge" },
  },
  "cable-fixings": {
    good: (
      <>
        <path d="M10 26 H110 V34 H10 Z" fill="var(--raised)" />
        <path d="M36 22 v20 q0 8 8 8 t8 -8 v-20 M72 22 v20 q0 8 8 8 t8 -8 v-20" />
        <Cable d="M10 44 H110" />
      </>
    ),
    bad: (
      <>
        <path d="M10 26 H110 V34 H10 Z" fill="var(--raised)" />
        <path d="M40 22 q-10 12 0 26 M44 22 l6 -8 M76 20 l-8 -6 M78 22 q10 6 8 12 l6 4" strokeDasharray="5 3" />
        <Cable d="M10 44 H44 Q76 48 110 66" />
        <Look x={82} y={30} r={16} />
      </>
    ),
    shows: { good: "Clips, or ties made for the sun", bad: "Brittle tie, broken" },
  },
  "bend-radius": {
    good: (
      <>
        <Plug x={20} y={24} />
        <Cable d="M90 24 Q110 24 110 44 T90 64 H40" />
      </>
    ),
    bad: (
      <>
        <Plug x={20} y={24} />
        <Cable d="M86 24 H94 V64 H40" />
        <Look x={92} y={28} r={13} />
      </>
    ),
    shows: { good: "Wide bend, some slack", bad: "Bent sharply at the plug" },
  },
  "connectors-mated": {
    good: <Plug x={30} y={40} />,
    bad: (
      <>
        <Plug x={24} y={40} gap={10} />
        <path d="M60 24 l-4 8 h6 l-4 8" stroke="var(--stop)" strokeWidth={2.2} />
        <Look x={58} y={38} r={17} />
      </>
    ),
    shows: { good: "Home, and locked", bad: "Half mated: it arcs" },
  },
  "connectors-wet": {
    good: (
      <>
        <Module x={10} y={12} w={100} />
        <path d="M46 20 v10 M74 20 v10" />
        <Plug x={34} y={34} />
        <Roof />
      </>
    ),
    bad: (
      <>
        <Module x={10} y={12} w={100} />
        <path d="M8 62 q8 -4 16 0 t16 0 t16 0 t16 0 t16 0 t16 0" stroke="var(--measured)" />
        <Plug x={34} y={58} />
        <Drop x={40} y={44} />
        <Drop x={84} y={42} />
        <Roof />
        <Look x={60} y={58} r={17} />
      </>
    ),
    shows: { good: "Under the module, dry", bad: "On the roof, in water" },
  },
  "connectors-burnt": {
    good: <Plug x={30} y={40} />,
    bad: (
      <>
        <Plug x={30} y={40} />
        <path d="M46 34 q8 -6 14 2 q8 0 6 8 q-4 8 -12 4 q-10 2 -8 -14 Z" fill="var(--ink)" />
        <path d="M54 28 q3 -5 0 -10 M62 28 q3 -5 0 -10" strokeWidth={1.2} />
        <Look x={57} y={40} r={18} />
      </>
    ),
    shows: { good: "No colour of heat", bad: "Melted" },
  },
  nests: {
    good: (
      <>
        <Module x={10} y={26} w={100} />
        <path d="M12 34 V66 M18 34 V66 M24 34 V66 M6 42 H28 M6 50 H28 M6 58 H28" strokeWidth={1} />
        <Cable d="M34 40 H108" />
        <Roof />
      </>
    ),
    bad: (
      <>
        <Module x={10} y={26} w={100} />
        <path d="M40 64 q4 -12 20 -12 t22 12 M44 62 l12 -8 M52 64 l16 -10 M62 64 l14 -8 M46 56 l-8 -6 M78 56 l10 -6" />
        <path d="M56 46 q4 -6 10 -2 l5 1 l-5 2 q-2 6 -10 3 Z" fill="var(--raised)" />
        <Cable d="M14 40 H108" />
        <Roof />
        <Look x={62} y={54} r={19} />
      </>
    ),
    shows: { good: "Mesh, clear of cables", bad: "A nest under live cables" },
  },
  debris: {
    good: (
      <>
        <path d="M10 70 L110 30" />
        <path d="M22 54 L102 22 M22 54 v-8 L102 14 v8" fill="var(--raised)" />
        <path d="M66 40 v8 h10 v-12" fill="var(--sunken)" />
      </>
    ),
    bad: (
      <>
        <path d="M10 70 L110 30" />
        <path d="M22 54 L102 22 M22 54 v-8 L102 14 v8" fill="var(--raised)" />
        <path d="M66 40 v8 h10 v-12" fill="var(--sunken)" />
        <path d="M78 42 l18 -8 M78 40 l14 -10 M80 42 l20 -12 M82 38 l10 -2 M84 42 l8 -10 M90 38 l8 -6" stroke="var(--fix)" />
        <Look x={88} y={37} r={15} />
      </>
    ),
    shows: { good: "Water runs through", bad: "Leaves dammed behind the rail" },
  },
  "junction-box": {
    good: (
      <>
        <rect x={30} y={18} width={60} height={34} rx={3} fill="var(--raised)" />
        <path d="M30 28 H90 M44 18 v10 M60 18 v10 M76 18 v10" strokeWidth={1} />
        <Cable d="M42 52 V72 M78 52 V72" />
      </>
    ),
    bad: (
      <>
        <rect x={30} y={18} width={60} height={34} rx={3} fill="var(--raised)" />
        <path d="M30 18 L24 6 H84 L90 18" />
        <path d="M50 30 q10 -8 18 0 q6 10 -4 14 q-14 2 -14 -14 Z" fill="var(--ink)" />
        <Cable d="M42 52 V72 M78 52 V72" />
        <Look x={60} y={34} r={19} />
      </>
    ),
    shows: { good: "Shut, no brown", bad: "Open, browned by a hot diode" },
  },
  "back-sheet": {
    good: (
      <>
        <rect x={14} y={30} width={92} height={8} fill="var(--raised)" />
        <path d="M14 44 H106" strokeWidth={4} />
      </>
    ),
    bad: (
      <>
        <rect x={14} y={30} width={92} height={8} fill="var(--raised)" />
        <path d="M14 44 H50 l4 6 M62 50 l4 -6 H106" strokeWidth={4} />
        <Drop x={58} y={58} />
        <Look x={58} y={48} r={15} />
      </>
    ),
    shows: { good: "Closed skin", bad: "Cracked through to cells" },
  },
};
