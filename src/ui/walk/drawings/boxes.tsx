import { Box, Cable, type Drawing, Drop, Look } from "./kit";

const Isolator = () => (
  <>
    <Box x={36} y={24} w={48} h={34} />
    <circle cx={60} cy={41} r={9} />
    <path d="M60 33 v16" strokeWidth={4} />
  </>
);
const Sun = ({ x, y }: { x: number; y: number }) => (
  <g>
    <circle cx={x} cy={y} r={6} />
    <path
      d={`M${x} ${y - 9} v-5 M${x} ${y + 9} v5 M${x - 9} ${y} h-5 M${x + 9} ${y} h5 M${x - 6.5} ${y - 6.5} l-3.5 -3.5 M${x + 6.5} ${y + 6.5} l3.5 3.5 M${x - 6.5} ${y + 6.5} l-3.5 3.5 M${x + 6.5} ${y - 6.5} l3.5 -3.5`}
      strokeWidth={1.4}
    />
  </g>
);
/** An inverter: a case with fins at its side. */
const Case = ({ x, y }: { x: number; y: number }) => (
  <>
    <Box x={x} y={y} w={36} h={34} />
    <path
      d={`M${x + 36} ${y + 4} h5 M${x + 36} ${y + 11} h5 M${x + 36} ${y + 18} h5 M${x + 36} ${y + 25} h5 M${x + 8} ${y + 8} h14 v8 h-14 z`}
    />
  </>
);

/** Isolators, inverters and boards. */
export const BOX_DRAWINGS: Record<string, Drawing> = {
  "isolator-top": {
    good: (
      <>
        <Isolator />
        <Cable d="M50 58 V76 M70 58 V76" />
      </>
    ),
    bad: (
      <>
        <Isolator />
        <Cable d="M50 24 V4 M70 24 V4" />
        <Drop x={44} y={14} size={4} />
        <Look x={60} y={22} r={15} />
      </>
    ),
    shows: { good: "Cables from below", bad: "From the top: water comes in" },
  },
  "isolator-glands": {
    good: (
      <>
        <Box x={20} y={6} w={80} h={28} />
        <path d="M38 34 h44 v10 h-44 z M34 44 h52 v10 h-52 z" fill="var(--sunken)" />
        <Cable d="M46 54 V78 M60 54 V78 M74 54 V78" />
        <path d="M42 54 h36" stroke="var(--sound)" strokeWidth={4} />
      </>
    ),
    bad: (
      <>
        <Box x={20} y={6} w={80} h={28} />
        <path d="M38 34 h44 v10 h-44 z M34 44 h52 v10 h-52 z" fill="var(--sunken)" />
        <ellipse cx={60} cy={54} rx={20} ry={4} fill="var(--raised)" />
        <Cable d="M52 54 V78 M60 54 V78 M68 54 V78" />
        <Drop x={44} y={62} size={4} />
        <Look x={60} y={54} r={17} />
      </>
    ),
    shows: { good: "A hole for each cable", bad: "Several through one hole" },
  },
  "isolator-wet": {
    good: <Isolator />,
    bad: (
      <>
        <Isolator />
        <path d="M46 58 q-2 8 0 14 M58 58 q2 10 -1 16 M70 58 q-2 8 1 12" stroke="var(--fix)" strokeWidth={3} />
        <Drop x={44} y={34} size={4} />
        <path d="M36 52 H84" stroke="var(--measured)" />
        <Look x={60} y={58} r={18} />
      </>
    ),
    shows: { good: "Dry, straight", bad: "Rust runs, water inside" },
  },
  "isolator-shelter": {
    good: (
      <>
        <Isolator />
        <path d="M24 18 L60 6 L96 18" strokeWidth={4} />
        <path d="M12 20 l-4 10 M104 20 l4 10 M14 36 l-4 10 M106 36 l4 10" stroke="var(--measured)" />
      </>
    ),
    bad: (
      <>
        <Isolator />
        <path d="M28 6 l-4 12 M44 4 l-4 12 M60 4 l-4 12 M76 4 l-4 12 M92 6 l-4 12 M24 30 l-4 12 M96 30 l-4 12" stroke="var(--measured)" />
        <Sun x={104} y={16} />
        <Look x={60} y={26} r={17} />
      </>
    ),
    shows: { good: "Under a hood", bad: "In rain and sun" },
  },
  "isolator-heat": {
    good: <Isolator />,
    bad: (
      <>
        <Isolator />
        <path d="M64 44 q8 -6 14 2 q4 8 -4 12 h-10 q-6 -6 0 -14 Z" fill="var(--ink)" />
        <path d="M68 22 q3 -5 0 -10 M76 22 q3 -5 0 -10" strokeWidth={1.2} />
        <Look x={72} y={48} r={16} />
      </>
    ),
    shows: { good: "No colour of heat", bad: "Browned round one pole" },
  },
  "inverter-sun": {
    good: (
      <>
        <path d="M10 20 L70 8 V16" strokeWidth={4} />
        <Sun x={100} y={18} />
        <Case x={30} y={34} />
      </>
    ),
    bad: (
      <>
        <Sun x={100} y={18} />
        <Case x={30} y={34} />
        <path d="M90 26 L76 38 M94 32 L80 46" stroke="var(--lost)" strokeWidth={2.6} />
        <Look x={54} y={48} r={20} />
      </>
    ),
    shows: { good: "Shaded all day", bad: "In the sun: it cuts back" },
  },
  "inverter-clearance": {
    good: (
      <>
        <Case x={40} y={24} />
        <path
          d="M58 18 V6 M54 10 l4 -4 l4 4 M58 62 V74 M54 70 l4 4 l4 -4 M34 42 H20 M24 38 l-4 4 l4 4 M88 42 H102 M98 38 l4 4 l-4 4"
          strokeWidth={1.2}
        />
      </>
    ),
    bad: (
      <>
        <Case x={40} y={36} />
        <path d="M28 26 H96 V76 M28 26 V76 M34 26 V8 h50 v18" />
        <path d="M40 20 h38 M40 14 h38" strokeWidth={1} />
        <Look x={60} y={30} r={17} />
      </>
    ),
    shows: { good: "Air on all sides", bad: "Boxed in" },
  },
  "inverter-fan": {
    good: (
      <>
        <circle cx={60} cy={40} r={26} />
        <path
          d="M60 40 q4 -18 18 -14 q-2 10 -18 14 M60 40 q18 4 14 18 q-10 -2 -14 -18 M60 40 q-4 18 -18 14 q2 -10 18 -14 M60 40 q-18 -4 -14 -18 q10 2 14 18"
          fill="var(--sunken)"
        />
        <path d="M94 28 q6 12 0 24 M100 24 q8 16 0 32" strokeWidth={1.2} />
      </>
    ),
    bad: (
      <>
        <circle cx={60} cy={40} r={26} />
        <path d="M60 40 q4 -18 18 -14 q-2 10 -18 14 M60 40 q18 4 14 18 q-10 -2 -14 -18 M60 40 q-4 18 -18 14 q2 -10 18 -14 M60 40 q-18 -4 -14 -18 q10 2 14 18" />
        <path d="M36 30 q8 6 4 14 t8 10 q10 -2 14 6 t16 -4 q-4 -8 4 -12" strokeWidth={4} stroke="var(--rule-strong)" />
        <Look x={58} y={50} r={17} />
      </>
    ),
    shows: { good: "Runs, clean", bad: "Choked by fluff" },
  },
  "breaker-place": {
    good: (
      <>
        <path d="M60 8 V74" strokeWidth={5} stroke="var(--fix)" />
        <path d="M36 10 h20 v12 h-20 z M64 60 h20 v12 h-20 z" fill="var(--raised)" />
        <path d="M20 16 H36 M28 12 l8 4 l-8 4 M100 66 H84 M92 62 l-8 4 l8 4" />
      </>
    ),
    bad: (
      <>
        <path d="M60 8 V74" strokeWidth={5} stroke="var(--fix)" />
        <path d="M36 10 h20 v12 h-20 z M64 12 h20 v12 h-20 z" fill="var(--raised)" />
        <path d="M20 16 H36 M28 12 l8 4 l-8 4 M100 18 H84 M92 14 l-8 4 l8 4" />
        <path d="M68 34 V60 M64 54 l4 6 l4 -6" stroke="var(--stop)" strokeWidth={2.6} />
        <Look x={60} y={36} r={16} />
      </>
    ),
    shows: { good: "Feed at the far end", bad: "Beside the main: both in one bar" },
  },
};
