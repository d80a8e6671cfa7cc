import { Cable, type Drawing, Drop, Ground, Look, Module } from "./kit";

const House = () => <path d="M66 70 V34 H116 M58 34 H116 M116 34 L80 12 L58 34" />;
const Post = ({ x, top = 30, lean = 0 }: { x: number; top?: number; lean?: number }) => (
  <path d={`M${x} 74 L${x + lean} ${top} M${x + 6} 74 L${x + 6 + lean} ${top}`} fill="var(--sunken)" />
);

/** Ways up and down, the ground, snow and posts. */
export const WAY_DRAWINGS: Record<string, Drawing> = {
  "ladder-stand": {
    good: (
      <>
        <House />
        <Ground y={72} />
        <path d="M48 72 L62 14 M54 72 L68 16 M50 64 h6 M52 54 h7 M55 44 h6 M57 34 h7 M60 24 h6" />
        <path d="M60 34 q8 6 10 0" stroke="var(--sound)" strokeWidth={2.6} />
      </>
    ),
    bad: (
      <>
        <House />
        <Ground y={72} />
        <path d="M12 72 L64 34 M18 74 L68 38 M22 66 l5 4 M34 57 l5 4 M46 48 l5 4" />
        <path d="M12 66 H0 M5 62 l-5 4 l5 4" stroke="var(--stop)" />
        <Look x={16} y={68} r={13} />
      </>
    ),
    shows: { good: "Four up, one out, tied", bad: "Too flat: the foot slides" },
  },
  "edge-access": {
    good: (
      <>
        <path d="M8 72 L64 26 L112 60" strokeWidth={3} />
        <path d="M60 22 q4 -8 8 0" strokeWidth={4} stroke="var(--sound)" />
        <circle cx={30} cy={36} r={4} />
        <path d="M31 40 L36 50 L30 56 M36 50 L42 48 M33 44 L62 24" />
      </>
    ),
    bad: (
      <>
        <path d="M8 72 L64 26 L112 60" strokeWidth={3} />
        <circle cx={30} cy={36} r={4} />
        <path d="M31 40 L36 50 L30 56 M36 50 L42 48 M33 44 L26 48" />
        <path d="M14 46 v18 M10 58 l4 6 l4 -6" stroke="var(--stop)" />
        <Look x={32} y={46} r={16} />
      </>
    ),
    shows: { good: "Tied to a rated anchor", bad: "On the roof without" },
  },
  "wind-now": {
    good: (
      <>
        <path d="M20 70 V22 L44 26 L20 32" />
        <path d="M20 22 L26 40 L20 44" fill="var(--sunken)" />
        <Module x={52} y={58} w={56} />
        <Ground y={70} />
      </>
    ),
    bad: (
      <>
        <path d="M20 70 V22" />
        <path d="M20 20 L52 22 L20 32 Z" fill="var(--sunken)" />
        <path d="M60 24 H100 M66 34 H110 M58 14 H92" strokeWidth={1.2} />
        <Module x={58} y={46} w={50} turn={-32} />
        <Ground y={70} />
        <Look x={84} y={48} r={18} />
      </>
    ),
    shows: { good: "Calm: carried flat", bad: "Gusts: a module is a sail" },
  },
  "snow-lands": {
    good: (
      <>
        <path d="M8 44 L60 18 M52 22 V70" />
        <path d="M14 38 L46 22 L46 14 L14 30 Z" fill="var(--raised)" />
        <path d="M20 32 l-6 -6" strokeWidth={4} />
        <Ground y={70} from={4} to={116} />
        <path d="M70 66 q8 -8 16 -2 t16 2" />
      </>
    ),
    bad: (
      <>
        <path d="M50 18 L104 44 M58 22 V70" />
        <path d="M60 18 L100 38 V30 L62 10 Z" fill="var(--raised)" />
        <path d="M102 46 q6 8 6 16" strokeDasharray="4 3" />
        <circle cx={106} cy={56} r={4} />
        <path d="M106 60 v8 M102 70 l4 -4 l4 4" />
        <Ground y={72} />
        <Look x={104} y={54} r={15} />
      </>
    ),
    shows: { good: "Lands where nobody goes", bad: "Lands on a way" },
  },
  "snow-guards": {
    good: (
      <>
        <path d="M8 68 L112 20" />
        <path d="M30 58 v-16 M40 54 v-16 M26 44 L46 34 M26 52 L46 42" strokeWidth={2.4} />
        <path d="M44 46 L100 20 V10 L44 36 Z" fill="var(--raised)" />
      </>
    ),
    bad: (
      <>
        <path d="M8 68 L112 20" />
        <path d="M30 58 l-14 -8 M40 54 l-14 -8 M14 52 L30 44" strokeWidth={2.4} />
        <path d="M24 50 L84 22 V10 L20 40 Z" fill="var(--raised)" />
        <Look x={26} y={50} r={15} />
      </>
    ),
    shows: { good: "Straight, and hold", bad: "Bent over by the load" },
  },
  "ground-posts": {
    good: (
      <>
        <Ground y={50} />
        <path d="M52 8 V78 H66 V8 Z" fill="var(--sunken)" />
      </>
    ),
    bad: (
      <>
        <Ground y={50} />
        <path d="M52 8 V44 q6 6 0 12 V78 H66 V56 q-6 -6 0 -12 V8 Z" fill="var(--sunken)" />
        <path d="M50 46 q8 6 18 0 M50 54 q8 -4 18 0" stroke="var(--fix)" strokeWidth={3} />
        <Look x={59} y={50} r={16} />
      </>
    ),
    shows: { good: "Whole at the ground line", bad: "Eaten where soil meets air" },
  },
  "posts-plumb": {
    good: (
      <>
        <Ground y={70} />
        <Post x={34} />
        <Post x={82} />
        <path d="M20 34 L108 22" strokeWidth={4} />
      </>
    ),
    bad: (
      <>
        <Ground y={70} />
        <Post x={34} />
        <Post x={82} lean={14} />
        <path d="M20 34 L112 30" strokeWidth={4} />
        <path d="M85 74 V26" strokeDasharray="3 3" strokeWidth={1} />
        <Look x={96} y={34} r={14} />
      </>
    ),
    shows: { good: "Plumb", bad: "Leans, and twists the rail" },
  },
  "posts-heave": {
    good: (
      <>
        <Ground y={62} />
        <path d="M24 74 V34 M60 74 V34 M96 74 V34" strokeWidth={5} />
        <path d="M16 32 H104" strokeWidth={4} />
      </>
    ),
    bad: (
      <>
        <Ground y={62} />
        <path d="M24 74 V34 M60 66 V22 M96 74 V34" strokeWidth={5} />
        <path d="M16 34 L60 20 L104 34" strokeWidth={4} />
        <path d="M52 62 q8 -8 16 0 M74 52 v-14 M70 43 l4 -5 l4 5" stroke="var(--measured)" />
        <Look x={60} y={60} r={14} />
      </>
    ),
    shows: { good: "All at one height", bad: "Lifted by frost" },
  },
  "posts-erosion": {
    good: (
      <>
        <Ground y={54} />
        <path d="M56 10 V76" strokeWidth={6} />
        <Cable d="M74 70 H112" />
      </>
    ),
    bad: (
      <>
        <path d="M4 54 H34 Q44 74 62 72 Q84 72 92 54 H116" />
        <path d="M56 10 V78" strokeWidth={6} />
        <Cable d="M66 62 H112" />
        <Drop x={44} y={58} />
        <Look x={74} y={62} r={15} />
      </>
    ),
    shows: { good: "Soil firm", bad: "Washed out, cable bared" },
  },
  "ground-rows": {
    good: (
      <>
        <path d="M8 68 L28 18 H112 L92 68 Z" strokeWidth={1} />
        <path d="M18 60 H92 M23 48 H97 M28 36 H101 M33 26 H105" strokeWidth={5} />
      </>
    ),
    bad: (
      <>
        <path d="M8 68 L28 18 H112 L92 68 Z" strokeWidth={1} />
        <path d="M18 60 H92 M23 48 H64 M70 44 L98 36 M28 36 H60 M33 26 H105" strokeWidth={5} />
        <Look x={84} y={41} r={17} />
      </>
    ),
    shows: { good: "Rows in line", bad: "One module lifted" },
  },
  "ground-trees": {
    good: (
      <>
        <Ground y={70} />
        <path d="M70 60 L110 40" strokeWidth={5} />
        <path d="M24 70 V58 M24 34 L14 58 H34 Z" />
        <circle cx={14} cy={14} r={6} />
        <path d="M20 18 L84 50" strokeDasharray="3 3" strokeWidth={1} />
      </>
    ),
    bad: (
      <>
        <Ground y={70} />
        <path d="M70 60 L110 40" strokeWidth={5} />
        <path d="M40 70 V58 M40 4 L24 58 H56 Z" />
        <circle cx={10} cy={14} r={6} />
        <path d="M16 18 L34 28 M46 34 L84 54" strokeDasharray="3 3" strokeWidth={1} />
        <path d="M66 62 L86 52" strokeWidth={5} stroke="var(--rule-strong)" />
        <Look x={40} y={26} r={16} />
      </>
    ),
    shows: { good: "Below the sun's way", bad: "Grown into it" },
  },
  "run-way": {
    good: (
      <>
        <path d="M6 34 H50 M6 46 H50 M70 34 H114 M70 46 H114" />
        <path d="M44 30 H78 V50 H44 Z" fill="var(--raised)" />
        <path d="M50 40 h20 M54 36 l-4 4 l4 4 M66 36 l4 4 l-4 4" strokeWidth={1.2} />
      </>
    ),
    bad: (
      <>
        <path d="M6 34 H48 M6 46 H48 M78 36 L114 42 M76 48 L112 54" />
        <path d="M44 30 H56 V50 H44 Z" fill="var(--raised)" />
        <Cable d="M48 40 Q62 44 76 42" />
        <Look x={64} y={42} r={17} />
      </>
    ),
    shows: { good: "Room to grow and shrink", bad: "Joint pulled by heat" },
  },
  "run-weep": {
    good: (
      <>
        <path d="M14 10 V56 H106 V36 M26 10 V44 H94 V36" />
        <path d="M56 56 h8" strokeWidth={4} stroke="var(--raised)" />
        <Drop x={60} y={68} />
      </>
    ),
    bad: (
      <>
        <path d="M14 10 V56 H106 V36 M26 10 V44 H94 V36" />
        <path d="M16 50 q8 -3 16 0 t16 0 t16 0 t16 0 t16 0 l8 0 V55 H16 Z" fill="var(--measured)" stroke="none" />
        <Look x={60} y={50} r={16} />
      </>
    ),
    shows: { good: "A hole at the low point", bad: "Water stands round the wires" },
  },
  "run-splice": {
    good: (
      <>
        <path d="M6 30 H114 M6 52 H114" />
        <Cable d="M6 41 H114" />
      </>
    ),
    bad: (
      <>
        <path d="M6 30 H114 M6 52 H114" />
        <Cable d="M6 41 H44 M78 41 H114" />
        <path d="M40 36 q20 -6 42 0 v10 q-20 6 -42 0 Z M46 35 l6 12 M56 34 l6 14 M66 34 l6 13" fill="var(--rule-strong)" />
        <path d="M62 22 q3 -6 0 -12 M70 22 q3 -6 0 -12" strokeWidth={1.2} />
        <Look x={61} y={41} r={20} />
      </>
    ),
    shows: { good: "Conductors run through", bad: "Taped splice: a fire" },
  },
  "run-trench": {
    good: (
      <>
        <Ground y={30} />
        <Cable d="M6 66 H84 V30" />
        <path d="M78 72 V10 H90 V72" />
        <path d="M6 52 H72" strokeDasharray="5 3" stroke="var(--fix)" />
      </>
    ),
    bad: (
      <>
        <Ground y={30} />
        <Cable d="M6 40 H84 V10" />
        <path d="M50 18 L62 38" strokeWidth={4} />
        <Look x={60} y={38} r={15} />
      </>
    ),
    shows: { good: "Deep, marked, riser in pipe", bad: "Shallow, riser bare" },
  },
};
