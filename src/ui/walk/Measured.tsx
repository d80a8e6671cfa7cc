"use client";

import { keptValue, readUnit, readValue, typedValue } from "@/core/inspection/measured";
import type { Point } from "@/core/inspection/point";
import type { SiteFile } from "@/core/site/siteSchema";
import { termsOf } from "@/core/site/terms";
import type { Draft } from "@/field/outbox";
import { SavedText } from "../field/SavedText";

interface MeasuredProps {
  measured: NonNullable<Point["measured"]>;
  site: SiteFile;
  /** As it is kept, with its unit. */
  value: string;
  draft: string;
  says: (value: string) => Draft;
  seenMs: number;
}

/** The value that a point asks for, typed in the unit in which the site's people read it. */
export function Measured({ measured, site, value, draft, says, seenMs }: MeasuredProps) {
  const unit = readUnit(measured, termsOf(site));
  const read = readValue(measured, value);
  return (
    <SavedText
      label={unit ? `${measured.what}, ${unit}` : measured.what}
      value={typedValue(value)}
      draft={draft}
      says={(typed) => says(keptValue(typed, unit))}
      seenMs={seenMs}
      most={20}
      inputMode="decimal"
    >
      {read && "fault" in read ? (
        <p role="alert" className="font-semibold text-fix">
          {read.fault}
        </p>
      ) : null}
    </SavedText>
  );
}
