import { Cable, type Drawing, Drop, Look, Screw, Timber } from "./kit";

const Rafter = ({ x = 44 }: { x?: number }) => <Timber x={x} y={50} w={26} h={26} />;
const Battens = () => <path d="M8 44 h12 v6 h-12 z M84 44 h12 v6 h-12 z" fill="var(--sunken)" />;
/** A hook from its base over the tile to the rail. */
const Hook = ({ y = 40 }: { y?: number }) => <path d={`M44 48 h26 M58 48 v-6 H88 V${y - 14} H106`} strokeWidth={4} />;
const Course = ({ x, y, w = 60 }: { x: number; y: number; w?: number }) => (
  <path d={`M${x} ${y} l${w} 10 v5 l${-w} -10 z`} fill="var(--sunken)" />
);

/** What goes through a roof or holds on to it. */
export const ROOF_DRAWINGS: Record<string, Drawing> = {
  "hooks-structure": {
    good: (
      <>
        <Rafter />
        <Hook />
        <Screw x={50} y={46} length={20} />
        <Screw x={64} y={46} length={20} />
      </>
    ),
    bad: (
      <>
        <Rafter x={86} />
        <Battens />
        <path d="M6 44 h50 v6 h-50 z" fill="var(--sunken)" />
        <path d="M14 42 h26 M28 42 v-6 H62 V26 H80" strokeWidth={4} />
        <Screw x={22} y={40} length={14} />
        <Screw x={34} y={40} length={14} />
        <Look x={28} y={47} r={16} />
      </>
    ),
    shows: { good: "Into the rafter", bad: "Into a batten only" },
  },
  "hooks-screws": {
    good: (
      <>
        <Rafter />
        <path d="M38 46 h38" strokeWidth={5} />
        <Screw x={48} y={42} length={28} head={10} />
        <Screw x={66} y={42} length={28} head={10} />
      </>
    ),
    bad: (
      <>
        <Rafter />
        <path d="M36 50 L78 42" strokeWidth={5} />
        <Screw x={57} y={42} length={12} head={6} />
        <Look x={57} y={48} r={16} />
      </>
    ),
    shows: { good: "Two, long enough", bad: "One, thin and short" },
  },
  "tile-clear": {
    good: (
      <>
        <path d="M8 58 q14 -18 28 0 t28 0 t28 0 t22 0" />
        <path d="M20 30 H70 V42 H112" strokeWidth={4} />
        <path d="M88 46 v6" stroke="var(--sound)" strokeWidth={2.4} />
      </>
    ),
    bad: (
      <>
        <path d="M8 58 q14 -18 28 0 t28 0 M70 56 q10 -14 22 2 t22 0" />
        <path d="M20 30 H70 V50 H112" strokeWidth={4} />
        <path d="M70 56 l-4 10 M72 52 l6 14 M66 60 l10 4" strokeWidth={1.2} />
        <Look x={72} y={55} r={14} />
      </>
    ),
    shows: { good: "Air below the hook", bad: "Lies on the tile and breaks it" },
  },
  "tile-relieved": {
    good: (
      <>
        <path d="M10 50 H110 M10 58 H110" />
        <path d="M10 36 H48 v10 h18 v-10 H110 V50 H10 Z" fill="var(--sunken)" />
        <path d="M50 46 h14" strokeWidth={5} />
      </>
    ),
    bad: (
      <>
        <path d="M10 50 H110 M10 58 H110" />
        <path d="M10 42 L48 34 H66 L110 24 V36 L66 46 H48 L10 50 Z" fill="var(--sunken)" />
        <path d="M50 48 h14" strokeWidth={5} />
        <Look x={94} y={42} r={15} />
      </>
    ),
    shows: { good: "Ground out, lies flush", bad: "Rides on the hook, gapes" },
  },
  "tiles-back": {
    good: (
      <>
        <Course x={8} y={16} />
        <Course x={30} y={34} />
        <Course x={52} y={52} />
      </>
    ),
    bad: (
      <>
        <Course x={8} y={16} />
        <path d="M40 26 l56 22 v5 l-56 -22 z" fill="var(--sunken)" />
        <Course x={52} y={58} />
        <Drop x={36} y={48} />
        <Look x={38} y={42} r={15} />
      </>
    ),
    shows: { good: "Back, noses in line", bad: "Shoved up and forgotten" },
  },
  "shingle-course": {
    good: (
      <>
        <path d="M6 66 H114" />
        <path d="M20 60 L104 44" strokeWidth={4} stroke="var(--sound)" />
        <path d="M56 44 L114 30 v6 L56 50 Z" fill="var(--sunken)" />
        <path d="M6 68 L60 56 v6 L6 74 Z" fill="var(--sunken)" />
      </>
    ),
    bad: (
      <>
        <path d="M6 66 H114" />
        <path d="M56 50 L114 36 v6 L56 56 Z" fill="var(--sunken)" />
        <path d="M6 68 L60 56 v6 L6 74 Z" fill="var(--sunken)" />
        <path d="M20 52 L100 30" strokeWidth={4} stroke="var(--fix)" />
        <Drop x={106} y={22} />
        <Look x={98} y={32} r={14} />
      </>
    ),
    shows: { good: "Upper edge under the course", bad: "Stuck on top of it" },
  },
  "shingle-raised": {
    good: (
      <>
        <path d="M8 62 H44 q6 0 8 -12 h16 q2 12 8 12 H112" />
        <path d="M48 48 h24" strokeWidth={4} stroke="var(--sound)" />
        <Screw x={60} y={36} length={36} head={16} />
      </>
    ),
    bad: (
      <>
        <path d="M8 62 H112" />
        <Screw x={60} y={48} length={26} head={16} />
        <path d="M44 62 q16 -14 32 0 Z" fill="var(--rule-strong)" />
        <Drop x={38} y={54} />
        <Look x={60} y={58} r={16} />
      </>
    ),
    shows: { good: "Raised opening, washer", bad: "Flat hole, sealant alone" },
  },
  "lag-cement": {
    good: (
      <>
        <Rafter />
        <path d="M6 48 H114" />
        <path d="M24 46 L52 40 h16 l28 6" strokeWidth={4} stroke="var(--sound)" />
        <Screw x={60} y={26} length={44} head={18} />
      </>
    ),
    bad: (
      <>
        <Rafter />
        <path d="M6 48 H114" />
        <Screw x={60} y={26} length={44} head={18} />
        <path d="M40 48 q4 -12 20 -10 q18 -2 20 10 Z" fill="var(--ink)" />
        <Drop x={54} y={58} size={4} />
        <Look x={60} y={46} r={18} />
      </>
    ),
    shows: { good: "With its flashing", bad: "In a dab of roof cement" },
  },
  "sealant-witness": {
    good: (
      <>
        <path d="M6 58 H114" />
        <path d="M30 58 V40 H90 V58" fill="var(--raised)" />
        <path d="M34 56 H86" strokeWidth={6} stroke="var(--sound)" />
        <path d="M26 56 h4 M90 56 h4" strokeWidth={6} stroke="var(--sound)" />
        <Screw x={60} y={30} length={40} head={14} />
      </>
    ),
    bad: (
      <>
        <path d="M6 58 H114" />
        <path d="M30 58 V40 H90 V58" fill="var(--raised)" />
        <path d="M34 56 H58" strokeWidth={6} stroke="var(--sound)" />
        <Screw x={60} y={30} length={40} head={14} />
        <Look x={86} y={54} r={14} />
      </>
    ),
    shows: { good: "Sealant seen all round", bad: "None on this side" },
  },
  "seam-clamps": {
    good: (
      <>
        <path d="M8 64 H56 V36 h8 V64 H112" />
        <path d="M44 32 h12 v24 h-12 z M64 32 h12 v24 h-12 z" fill="var(--sunken)" />
        <path d="M36 44 h8 M76 44 h8" strokeWidth={4} />
      </>
    ),
    bad: (
      <>
        <path d="M8 64 H56 V46 h8 V64 H112" />
        <path d="M46 24 h10 v18 h-10 z M64 24 h10 v18 h-10 z" fill="var(--sunken)" transform="rotate(14 60 34)" />
        <Screw x={92} y={54} length={20} />
        <Look x={66} y={40} r={17} />
      </>
    ),
    shows: { good: "Made for this seam", bad: "Wrong profile, and a hole" },
  },
  "rib-fixings": {
    good: (
      <>
        <path d="M6 62 H30 L40 40 H80 L90 62 H114" />
        <Screw x={60} y={30} length={30} head={16} />
        <path d="M50 37 h20" strokeWidth={5} stroke="var(--sound)" />
      </>
    ),
    bad: (
      <>
        <path d="M6 62 H30 L40 40 H80 L90 62 H114" />
        <path d="M92 58 q10 -4 20 0" stroke="var(--measured)" />
        <Screw x={102} y={48} length={26} head={12} />
        <Look x={102} y={58} r={13} />
      </>
    ),
    shows: { good: "On the rib, washer pressed", bad: "In the trough, under water" },
  },
  "stone-panel": {
    good: (
      <>
        <path d="M6 66 H114" strokeWidth={4} />
        <path d="M46 64 h28 M60 64 V34 H88 V22" strokeWidth={4} />
        <path d="M8 54 q12 -10 24 0 t24 0 M66 54 q12 -10 24 0 t22 0" />
      </>
    ),
    bad: (
      <>
        <path d="M6 66 H114" strokeWidth={4} />
        <path d="M8 54 q12 -10 24 0 t24 0 t24 0 t24 0" />
        <path d="M44 46 h30 M60 46 V28 H88 V16" strokeWidth={4} />
        <Screw x={52} y={44} length={16} />
        <Look x={54} y={50} r={15} />
      </>
    ),
    shows: { good: "To the deck, panel back over", bad: "Screwed on top" },
  },
  "membrane-entries": {
    good: (
      <>
        <path d="M6 62 H46 V28 H74 V62 H114" />
        <path d="M40 62 H80" strokeWidth={5} stroke="var(--sound)" />
        <path d="M44 34 H76" strokeWidth={4} />
        <Cable d="M60 66 V10" />
      </>
    ),
    bad: (
      <>
        <path d="M6 62 H48 M72 62 H114" />
        <Cable d="M60 74 V10" />
        <path d="M44 60 q8 -12 16 -4 q8 -8 16 4 Z" fill="var(--rule-strong)" />
        <path d="M80 62 q8 -8 18 -6" />
        <Look x={76} y={58} r={17} />
      </>
    ),
    shows: { good: "Collar welded, clamped above", bad: "Smeared, edge lifting" },
  },
  "entry-boot": {
    good: (
      <>
        <path d="M6 64 H114" />
        <path d="M40 64 L50 40 H70 L80 64" fill="var(--raised)" />
        <path d="M64 52 L112 40 v6 L70 58 Z" fill="var(--sunken)" />
        <Cable d="M60 72 V40 Q60 26 40 30 T20 44" />
      </>
    ),
    bad: (
      <>
        <path d="M6 64 H52 M68 64 H114" />
        <Cable d="M60 74 V40 Q60 26 40 22" />
        <path d="M50 64 q10 -10 20 0 Z" fill="var(--rule-strong)" />
        <Drop x={46} y={38} />
        <Look x={60} y={60} r={15} />
      </>
    ),
    shows: { good: "Boot, lapped from above", bad: "Silicone round the cable" },
  },
  "entry-loop": {
    good: (
      <>
        <path d="M70 10 V74 M70 34 v8" strokeWidth={4} />
        <Cable d="M14 16 Q30 66 50 52 Q60 42 70 38 H106" />
        <Drop x={34} y={66} />
      </>
    ),
    bad: (
      <>
        <path d="M70 10 V74 M70 44 v8" strokeWidth={4} />
        <Cable d="M14 16 Q40 34 70 48 H106" />
        <Drop x={84} y={60} />
        <Drop x={58} y={34} size={4} />
        <Look x={72} y={48} r={14} />
      </>
    ),
    shows: { good: "Drips off before the hole", bad: "Runs in along the cable" },
  },
  "entry-sealed": {
    good: (
      <>
        <path d="M10 28 H110 M10 52 H110" />
        <path d="M56 28 V52 H66 V28 Z" fill="var(--rule-strong)" />
        <Cable d="M10 36 H110 M10 45 H110" />
      </>
    ),
    bad: (
      <>
        <path d="M10 28 H110 M10 52 H110" />
        <Cable d="M10 36 H110 M10 45 H110" />
        <path d="M18 62 q14 -6 28 0 t28 0 M70 57 l6 5 l-6 5" stroke="var(--lost)" />
        <Drop x={92} y={58} />
        <Look x={60} y={40} r={16} />
      </>
    ),
    shows: { good: "Sealed within", bad: "Warm air in, water out" },
  },
};
