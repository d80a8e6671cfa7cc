import { type Drawing, Ground, Look, Module, Rail, Screw } from "./kit";

/** Two modules on a rail with a mid clamp between them. */
const Pair = ({ clamp, lift = 0 }: { clamp: React.ReactNode; lift?: number }) => (
  <>
    <Rail x={8} y={52} w={104} />
    <Module x={10} y={44} w={44} />
    <Module x={66} y={44} w={44} turn={lift} />
    {clamp}
  </>
);

/** Rails, clamps, frames and ballast. */
export const ARRAY_DRAWINGS: Record<string, Drawing> = {
  "clamps-mid": {
    good: <Pair clamp={<path d="M50 42 H70 M60 42 V58 M55 38 h10 v4 h-10 z" fill="var(--raised)" />} />,
    bad: (
      <>
        <Pair lift={-9} clamp={<path d="M48 36 L68 28 M58 32 V58 M52 29 l10 -4 l2 4 l-10 4 z" fill="var(--raised)" />} />
        <Look x={62} y={38} r={16} />
      </>
    ),
    shows: { good: "Square on both frames", bad: "Lifted, on one frame only" },
  },
  "clamps-end": {
    good: (
      <>
        <Rail x={8} y={52} w={84} />
        <Module x={14} y={44} w={64} />
        <path d="M72 42 H86 V52 M80 42 V58 M75 38 h10 v4" />
        <path d="M92 50 v10" strokeWidth={3} />
      </>
    ),
    bad: (
      <>
        <Rail x={8} y={52} w={74} />
        <Module x={14} y={44} w={64} />
        <path d="M74 40 H92 V56 M83 40 V60 M78 36 h10 v4" />
        <Look x={84} y={52} r={15} />
      </>
    ),
    shows: { good: "Seated, rail cut flush", bad: "Half beside the rail" },
  },
  "rail-caps": {
    good: (
      <>
        <path d="M10 30 H86 V54 H10 M10 38 H86 M10 46 H86" />
        <rect x={86} y={27} width={10} height={30} fill="var(--sunken)" />
      </>
    ),
    bad: (
      <>
        <path d="M10 30 H86 V54 H10 M10 38 H86 M10 46 H86" />
        <path d="M98 40 q4 -5 8 0 q-4 5 -8 0 M106 40 l5 -4 M106 40 l5 4 M100 38 l-3 -6 M103 37 l2 -6" />
        <path d="M88 46 q4 4 8 2" strokeDasharray="2 2" />
        <Look x={92} y={42} r={18} />
      </>
    ),
    shows: { good: "Capped", bad: "Open: something moves in" },
  },
  "module-crooked": {
    good: (
      <>
        <Rail x={8} y={54} w={104} />
        <Module x={10} y={46} w={46} />
        <Module x={62} y={46} w={46} />
      </>
    ),
    bad: (
      <>
        <Rail x={8} y={54} w={104} />
        <Module x={10} y={46} w={46} />
        <Module x={62} y={42} w={46} turn={-10} />
        <Look x={68} y={48} r={14} />
      </>
    ),
    shows: { good: "All lie flat", bad: "One re-tightened crooked" },
  },
  "rail-overhang": {
    good: (
      <>
        <Rail x={10} y={34} w={88} />
        <path d="M24 40 V60 M78 40 V60 M16 60 h16 M70 60 h16" />
        <path d="M24 22 H78 M24 18 v8 M78 18 v8 M78 22 H98 M98 18 v8" strokeWidth={1} />
      </>
    ),
    bad: (
      <>
        <path d="M10 34 H70 Q98 36 112 46 V52 Q96 42 70 40 H10 Z" fill="var(--sunken)" />
        <path d="M18 40 V60 M58 40 V60 M10 60 h16 M50 60 h16" />
        <path d="M18 22 H58 M18 18 v8 M58 18 v8 M58 22 H112 M112 18 v8" strokeWidth={1} />
        <Look x={98} y={42} r={15} />
      </>
    ),
    shows: { good: "A third of the span at most", bad: "Longer: it bends" },
  },
  "torque-marks": {
    good: (
      <>
        <path d="M60 20 L78 30 V52 L60 62 L42 52 V30 Z" fill="var(--raised)" />
        <path d="M60 41 L92 26" strokeWidth={4} stroke="var(--measured)" />
        <rect x={88} y={12} width={26} height={30} />
      </>
    ),
    bad: (
      <>
        <path d="M60 20 L78 30 V52 L60 62 L42 52 V30 Z" fill="var(--raised)" />
        <path d="M60 41 L74 56" strokeWidth={4} stroke="var(--measured)" />
        <path d="M84 30 L92 26" strokeWidth={4} stroke="var(--measured)" />
        <rect x={88} y={12} width={26} height={30} />
        <Look x={78} y={42} r={19} />
      </>
    ),
    shows: { good: "Marks in line", bad: "The bolt has turned" },
  },
  "metals-mixed": {
    good: (
      <>
        <rect x={12} y={44} width={96} height={12} fill="var(--sunken)" />
        <Screw x={60} y={26} length={34} head={18} />
        <rect x={48} y={36} width={24} height={6} fill="var(--raised)" />
      </>
    ),
    bad: (
      <>
        <rect x={12} y={44} width={96} height={12} fill="var(--sunken)" />
        <Screw x={60} y={26} length={34} head={18} />
        <path d="M46 44 q6 -8 10 -2 q6 -8 12 0 q4 -6 8 2 M50 56 q4 10 2 16 M66 56 q-2 8 2 12" stroke="var(--fix)" strokeWidth={3} />
        <Look x={60} y={46} r={20} />
      </>
    ),
    shows: { good: "Stainless on aluminium", bad: "Plain steel rusts and loosens" },
  },
  frames: {
    good: (
      <>
        <path d="M20 62 V20 H104 M32 62 V32 H104 M20 20 L32 32" />
        <circle cx={26} cy={54} r={2.5} />
      </>
    ),
    bad: (
      <>
        <path d="M20 62 V26 M32 62 V36 M26 14 H104 M38 28 H104 M22 26 L31 35 M26 14 L38 28" />
        <path d="M20 54 l12 0 M22 50 l8 8" stroke="var(--rule-strong)" />
        <Look x={29} y={24} r={15} />
      </>
    ),
    shows: { good: "Corner closed, hole free", bad: "Corner open, hole blocked" },
  },
  "after-swap": {
    good: (
      <>
        <Rail x={8} y={54} w={92} />
        <Module x={10} y={46} w={42} />
        <Module x={56} y={46} w={42} />
      </>
    ),
    bad: (
      <>
        <Rail x={8} y={54} w={108} />
        <Module x={10} y={46} w={34} />
        <rect x={48} y={42} width={34} height={12} fill="var(--raised)" />
        <path d="M40 40 H54 M46 40 V60" />
        <Look x={100} y={57} r={14} />
      </>
    ),
    shows: { good: "Clamps and rails fit", bad: "Other height, rail left over" },
  },
  "ballast-there": {
    good: (
      <>
        <Ground y={66} />
        <path d="M20 62 L96 40 V62 Z M20 62 H96" />
        <path d="M20 56 L96 34" strokeWidth={4} />
        <path d="M34 58 h14 v8 h-14 z M54 58 h14 v8 h-14 z M74 58 h14 v8 h-14 z" fill="var(--sunken)" />
      </>
    ),
    bad: (
      <>
        <Ground y={66} />
        <path d="M20 62 L96 40 V62 Z M20 62 H96" />
        <path d="M20 56 L96 34" strokeWidth={4} />
        <path d="M34 58 h14 v8 h-14 z" fill="var(--sunken)" />
        <path d="M54 58 h14 v8 h-14 z M74 58 h14 v8 h-14 z" strokeDasharray="3 3" strokeWidth={1} />
        <Look x={71} y={60} r={17} />
      </>
    ),
    shows: { good: "All blocks lie there", bad: "Blocks were taken away" },
  },
  "ballast-slid": {
    good: (
      <>
        <Ground y={62} />
        <path d="M30 58 L78 40 V58 Z M30 52 L78 34" />
        <rect x={28} y={58} width={52} height={4} fill="var(--rule-strong)" />
      </>
    ),
    bad: (
      <>
        <Ground y={62} />
        <path d="M52 58 L100 40 V58 Z M52 52 L100 34" />
        <rect x={28} y={58} width={26} height={4} fill="var(--rule-strong)" />
        <path d="M26 36 H46 M40 31 l6 5 l-6 5" />
        <Look x={62} y={60} r={13} />
      </>
    ),
    shows: { good: "Where it was set, on its mat", bad: "Slid off its mat" },
  },
  "array-bonding": {
    good: (
      <>
        <Rail x={8} y={46} w={104} />
        <Module x={10} y={38} w={46} />
        <Module x={62} y={38} w={46} />
        <path d="M30 52 V66 H96 M86 66 h20 M90 71 h12 M93 76 h6" stroke="var(--sound)" strokeWidth={3} />
      </>
    ),
    bad: (
      <>
        <Rail x={8} y={46} w={104} />
        <Module x={10} y={38} w={46} />
        <Module x={62} y={38} w={46} />
        <path d="M30 52 V58 M30 66 H96 M86 66 h20 M90 71 h12 M93 76 h6" stroke="var(--sound)" strokeWidth={3} />
        <path d="M96 20 l-8 10 h8 l-6 10" stroke="var(--stop)" strokeWidth={2.4} />
        <Look x={30} y={61} r={12} />
      </>
    ),
    shows: { good: "Frame, rail and earth joined", bad: "Not joined: it can be live" },
  },
  "bonding-way": {
    good: (
      <>
        <rect x={14} y={50} width={92} height={12} fill="var(--sunken)" />
        <path d="M30 50 l4 -8 l4 8 l4 -8 l4 8 l4 -8 l4 8 l4 -8 l4 8 l4 -8 l4 8 l4 -8 l4 8 l4 -8 l4 8" fill="var(--raised)" />
        <rect x={22} y={26} width={76} height={16} fill="var(--raised)" />
      </>
    ),
    bad: (
      <>
        <rect x={14} y={50} width={92} height={12} fill="var(--sunken)" />
        <rect x={30} y={44} width={60} height={6} fill="var(--raised)" />
        <rect x={22} y={28} width={76} height={16} fill="var(--raised)" />
        <path d="M14 50 H106 M22 44 H98" strokeWidth={3.5} stroke="var(--rule-strong)" />
        <Look x={60} y={47} r={14} />
      </>
    ),
    shows: { good: "Teeth bite through the coat", bad: "Smooth on the coat: no bond" },
  },
  "bonding-stubs": {
    good: (
      <>
        <rect x={14} y={40} width={92} height={16} fill="var(--sunken)" />
        <path d="M52 40 v-12 h16 v12 M60 28 v-6 M44 34 H14 M76 34 H106" />
        <path d="M14 33 H106" stroke="var(--sound)" strokeWidth={3} />
      </>
    ),
    bad: (
      <>
        <rect x={14} y={40} width={92} height={16} fill="var(--sunken)" />
        <path d="M52 40 v-12 h16 v12 M60 28 v-6" />
        <path d="M46 33 H52 M68 33 H75" stroke="var(--sound)" strokeWidth={3} />
        <Look x={60} y={33} r={17} />
      </>
    ),
    shows: { good: "Conductor runs through", bad: "Cut-off stub, no other bond" },
  },
};
