import type { CauseId } from "@/core/causes/causes";
import { changesOfMind } from "@/core/evidence/changeOfMind";
import { CautionLine } from "../marks/CautionLine";
import { Figure } from "../marks/Figure";
import { sureness } from "../marks/words";
import { PLACE_WORDS } from "./testPlaces";

/** Which tests would make a cause surer or less sure, and how much: the caution of each where it is named. */
export function MindChange({ cause, place, confidence }: { cause: CauseId; place: string; confidence: number }) {
  const changes = changesOfMind(cause, place, confidence);
  if (changes.length === 0) return null;
  return (
    <section aria-label="What would change this">
      <h3 className="font-semibold">What would change this</h3>
      <ul className="grid gap-1.5">
        {changes.map(({ test, act, place: where, minutes, caution, ifNot, ifSo }) => (
          <li key={test} className="leading-snug">
            {act}{" "}
            <span className="caption">
              ({minutes} min {PLACE_WORDS[where]})
            </span>
            : without a sign of it{" "}
            <Figure
              inline
              label={`If "${act}" shows nothing`}
              value={`${sureness(ifNot)} sure`}
              origin={{
                formula: "p after = p · P(shown | cause) / (p · P(shown | cause) + (1 − p) · P(shown | no cause))",
                inputs: [
                  ["Now", sureness(confidence)],
                  ["With the sign", sureness(ifSo)],
                  ["Without it", sureness(ifNot)],
                ],
                source: "Bayes' rule; how often each test is right stands in docs/diagnosis.md.",
              }}
            />
            , with it {sureness(ifSo)}.{caution ? <CautionLine>{caution}</CautionLine> : null}
          </li>
        ))}
      </ul>
    </section>
  );
}
