import type { CauseGroup } from "@/core/diagnosis/causeGroups";
import { lossOrigin, sureOrigin } from "../diagnose/causeOrigins";
import { HatchSwatch } from "../marks/causeHatch";
import { Figure } from "../marks/Figure";
import { amount, instantDay, lastDay, money, sureness } from "../marks/words";
import type { Shows } from "../selection/shows";

interface LedgerLineProps {
  group: CauseGroup;
  /** Its place in words. */
  at: string;
  /** Keeps the ids of two copies apart. */
  id: string;
  timeZone: string;
  valuePerKwh: number | null;
  currency: string | null;
  picked: boolean;
  onPick: () => void;
  /** Where in the data it shows; absent where the data don't tell it. */
  shows: Shows | undefined;
  /** How it moved since the last look. */
  change: string | undefined;
}

/** A cause at a place: what it took, how sure it is, and what that comes from. */
export function LedgerLine({ group, at, id, timeZone, valuePerKwh, currency, picked, onPick, shows, change }: LedgerLineProps) {
  const { title, cause, since, until, spells, lossKwh, confidence, overruled, evidence } = group;
  const fromData = evidence.filter(({ from }) => from === "data").length;
  return (
    <li className={`border-b border-rule py-2.5 ${picked ? "-mx-3 border-l-4 border-l-act bg-raised pr-3 pl-2" : ""}`}>
      <div className="flex items-start gap-2.5">
        <HatchSwatch cause={cause} id={id} />
        <div className="min-w-0 flex-1">
          <button
            type="button"
            className="block w-full text-left font-semibold hover:underline max-desk:min-h-11"
            aria-pressed={picked}
            title="Mark it in all pictures"
            onClick={onPick}
          >
            {title}, <span className="font-normal">{at}</span>
          </button>
          <div className="caption">
            {since
              ? until
                ? `${instantDay(since, timeZone)} to ${lastDay(until, timeZone)}`
                : `since ${instantDay(since, timeZone)}`
              : "From findings alone"}
            {spells.length > 1 ? `, ${spells.length} times` : ""}
          </div>
          <div className="figures mt-0.5 flex flex-wrap justify-between gap-x-3">
            {lossKwh > 0 ? (
              <Figure
                bare
                label={`Energy lost: ${title}, ${at}`}
                value={`${amount(lossKwh)} kWh${valuePerKwh !== null && currency ? ` · ${money(lossKwh * valuePerKwh, currency)}` : ""}`}
                origin={{ ...lossOrigin(group, valuePerKwh !== null && currency ? money(valuePerKwh, currency) : null), shows }}
              />
            ) : (
              <span>no energy lost</span>
            )}
            <span className="flex items-baseline gap-1">
              <Figure
                bare
                label={`How sure: ${title}, ${at}`}
                value={`${sureness(confidence)} sure`}
                origin={{ ...sureOrigin(group), shows }}
              />
              {change ? (
                <strong className="ml-1.5" data-testid="moved">
                  {change}
                </strong>
              ) : null}
            </span>
          </div>
          <Sureness confidence={confidence} />
          {overruled ? (
            <p className="mt-1 font-semibold wrap-anywhere">
              {overruled.holds === "no" ? "Overruled" : "Confirmed"}: {overruled.reason}
            </p>
          ) : null}
          <p className="caption mt-0.5">
            {fromData} from data, {evidence.length - fromData} from the site
          </p>
        </div>
      </div>
    </li>
  );
}

/** A scale with ticks at the quarters. */
function Sureness({ confidence }: { confidence: number }) {
  return (
    <svg viewBox="0 0 200 9" preserveAspectRatio="none" className="mt-1 h-2 w-full" aria-hidden="true">
      <line x1="0" x2="200" y1="8" y2="8" stroke="var(--rule-strong)" strokeWidth="1" />
      {[0, 50, 100, 150, 200].map((x) => (
        <line key={x} x1={x} x2={x} y1="4" y2="8" stroke="var(--rule-strong)" strokeWidth="1" />
      ))}
      <rect x="0" y="2" width={200 * confidence} height="4" fill="var(--ink)" className="transition-[width] duration-500" />
    </svg>
  );
}
