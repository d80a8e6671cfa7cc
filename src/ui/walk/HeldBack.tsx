import { CONDITION_WORDS, type Held } from "@/core/inspection/holding";
import type { Point } from "@/core/inspection/point";
import { SeverityMark } from "../marks/SeverityMark";

interface HeldBackProps {
  held: Held;
  /** Answers a condition with its sound grade. */
  onSound: (pointId: string, gradeId: string) => void;
  onOpen: (pointId: string) => void;
  onBelow: () => void;
}

/** In place of a point's grades: what has to be said before one goes up, opens a box or touches bare metal, each in one touch. */
export function HeldBack({ held: { condition, open, forbid }, onSound, onOpen, onBelow }: HeldBackProps) {
  return (
    <section aria-label={CONDITION_WORDS[condition]} className="mt-3 border-2 border-fix bg-raised p-3">
      <p className="font-semibold">{CONDITION_WORDS[condition]}, answer today:</p>
      <ul className="mt-1">
        {forbid.map((point) => (
          <li key={point.id} className="border-b border-rule py-2">
            <OpenLink point={point} onOpen={onOpen} />
            <p className="mt-1">
              <SeverityMark severity="stop" /> {point.atOnce ?? point.caution}
            </p>
          </li>
        ))}
        {open.map((point) => (
          <Open key={point.id} {...{ point, onSound, onOpen }} />
        ))}
      </ul>
      {condition === "up" ? (
        <button type="button" className="button mt-3 w-full justify-center" onClick={onBelow}>
          Nobody goes up: looked at from below
        </button>
      ) : null}
    </section>
  );
}

function Open({ point, onSound, onOpen }: { point: Point } & Pick<HeldBackProps, "onSound" | "onOpen">) {
  const [sound] = point.grades.filter(({ severity }) => severity === "sound");
  return (
    <li className="grid gap-1 border-b border-rule py-2">
      <OpenLink point={point} onOpen={onOpen} />
      <button
        type="button"
        className="flex min-h-11 items-center gap-3 border-2 border-rule-strong bg-paper px-3 py-1 text-left"
        onClick={() => onSound(point.id, sound.id)}
      >
        <SeverityMark severity="sound" /> {sound.text}
      </button>
    </li>
  );
}

const OpenLink = ({ point, onOpen }: { point: Point } & Pick<HeldBackProps, "onOpen">) => (
  <button type="button" className="min-h-11 text-left font-semibold text-act underline" onClick={() => onOpen(point.id)}>
    {point.title}
  </button>
);
