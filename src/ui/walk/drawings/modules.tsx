import { type Drawing, Face, Look } from "./kit";

const whole = <Face x={30} y={8} w={60} h={64} />;

/** What is seen on glass and cells. */
export const MODULE_DRAWINGS: Record<string, Drawing> = {
  "glass-cracked": {
    good: whole,
    bad: (
      <>
        {whole}
        <path d="M58 36 L34 14 M58 36 L86 20 M58 36 L84 66 M58 36 L36 60 M58 36 L62 10 M46 25 L48 48 L62 54 L72 28 Z" strokeWidth={1.2} />
        <Look x={58} y={38} r={19} />
      </>
    ),
    shows: { good: "Whole", bad: "Cracked from one point" },
  },
  "burn-marks": {
    good: whole,
    bad: (
      <>
        {whole}
        <path d="M52 30 q6 -6 12 0 q6 8 0 12 q-8 6 -12 -2 q-4 -6 0 -10 Z" fill="var(--ink)" />
        <path d="M50 22 q3 -4 0 -8 M60 20 q3 -4 0 -8 M70 24 q3 -4 0 -8" strokeWidth={1.2} />
        <Look x={59} y={36} r={17} />
      </>
    ),
    shows: { good: "No marks", bad: "Burnt: isolate" },
  },
  "hot-cells": {
    good: whole,
    bad: (
      <>
        {whole}
        <rect x={60} y={24} width={15} height={16} fill="var(--lost)" stroke="none" />
        <path d="M67 24 v-12 M62 16 l5 -5 l5 5" stroke="var(--lost)" />
        <Look x={67} y={32} r={15} />
      </>
    ),
    shows: { good: "All alike warm", bad: "One cell far hotter" },
  },
  delamination: {
    good: whole,
    bad: (
      <>
        {whole}
        <path d="M46 72 q-2 -16 8 -22 q12 -4 14 8 q2 8 -2 14" fill="var(--sunken)" />
        <circle cx={54} cy={60} r={3} />
        <circle cx={61} cy={64} r={2} />
        <Look x={57} y={62} r={17} />
      </>
    ),
    shows: { good: "Layers whole", bad: "Parted, out to the edge" },
  },
  "snail-trails": {
    good: whole,
    bad: (
      <>
        {whole}
        <path
          d="M32 20 q8 4 10 -6 M48 26 q6 10 12 4 M62 44 q6 -6 14 2 q4 6 10 2"
          stroke="var(--rule-strong)"
          strokeWidth={3}
          strokeDasharray="4 2"
        />
        <Look x={68} y={44} r={15} />
      </>
    ),
    shows: { good: "Clear cells", bad: "Grey trails along cracks" },
  },
  "soil-pattern": {
    good: whole,
    bad: (
      <>
        {whole}
        <path d="M31 60 q8 -4 16 0 t16 -1 t16 1 t10 -1 V71 H31 Z" fill="var(--rule-strong)" stroke="none" />
        <Look x={60} y={64} r={13} />
      </>
    ),
    shows: { good: "Clean to its lower edge", bad: "A band over the lowest cells" },
  },
  droppings: {
    good: whole,
    bad: (
      <>
        {whole}
        <path
          d="M48 24 q4 -6 8 0 q6 2 2 8 q0 8 -4 4 q-6 2 -6 -4 q-4 -4 0 -8 Z M70 50 q4 -4 6 2 q4 4 -2 6 q-6 2 -4 -8 Z"
          fill="var(--rule-strong)"
        />
        <Look x={53} y={30} r={13} />
      </>
    ),
    shows: { good: "Free", bad: "Stays through the rain" },
  },
  lichen: {
    good: whole,
    bad: (
      <>
        {whole}
        <path d="M30 72 q4 -14 12 -8 q2 -10 10 -2 q8 -6 8 4 q6 -2 6 6 Z M30 40 q8 -2 6 8 q6 4 0 10 l-6 2 Z" fill="var(--sound)" />
        <Look x={44} y={62} r={17} />
      </>
    ),
    shows: { good: "Free to the frame", bad: "Grows in from the frame" },
  },
  "module-age": {
    good: (
      <>
        <rect x={10} y={16} width={44} height={48} fill="var(--raised)" />
        <path d="M17 16 v48 M22 16 v48 M27 16 v48 M32 16 v48 M37 16 v48 M42 16 v48 M47 16 v48" strokeWidth={0.8} />
        <rect x={66} y={16} width={44} height={48} fill="var(--raised)" />
        <path d="M75 16 v48 M82 16 v48 M88 16 v48 M94 16 v48 M101 16 v48" strokeWidth={1.4} />
      </>
    ),
    bad: (
      <>
        <rect x={10} y={16} width={44} height={48} fill="var(--raised)" />
        <path d="M25 16 v48 M39 16 v48" strokeWidth={3.4} />
        <rect x={66} y={16} width={44} height={48} fill="var(--raised)" />
        <path d="M71 16 v48 M76 16 v48 M81 16 v48 M86 16 v48 M91 16 v48 M96 16 v48 M101 16 v48 M106 16 v48" strokeWidth={0.7} />
        <Look x={60} y={40} r={16} />
      </>
    ),
    shows: { good: "Many fine wires: recent", bad: "Two wide ribbons: old, mixed with new" },
  },
};
