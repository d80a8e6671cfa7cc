import { graver, type Severity } from "@/core/inspection/severity";
import { placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import type { EarlierFinding } from "@/server/findings/earlier";
import { SeverityMark } from "../marks/SeverityMark";
import { instantDay } from "../marks/words";
import { MarkedPicture } from "../photos/MarkedPicture";
import { PhotoAsBefore } from "../photos/PhotoAsBefore";

interface EarlierHereProps {
  earlier: readonly EarlierFinding[];
  /** The gravest that stands here now; null before anything does. */
  now: Severity | null;
  site: SiteFile;
  /** Takes a photo that shows the same. */
  onPhoto: (files: File[]) => Promise<string[]>;
}

const isWrong = (severity: Severity) => severity === "fix" || severity === "stop";

/** How a point was on earlier visits, with its photos; that it comes back is said. */
export function EarlierHere({ earlier, now, site, onPhoto }: EarlierHereProps) {
  if (earlier.length === 0) return null;
  const wrongBefore = earlier.filter(({ severity }) => isWrong(severity)).length;
  return (
    <section aria-label="On earlier visits" className="mt-3 border-l-4 border-rule-strong pl-3">
      {now && isWrong(now) && wrongBefore > 0 ? (
        <p className="font-semibold">
          It comes back: {wrongBefore === 1 ? "once before" : `${wrongBefore} times before`} it wasn't in order here. Ask why before the
          same is done again.
        </p>
      ) : null}
      {now && now !== earlier[0].severity ? (
        <p className="font-semibold">
          {graver(now, earlier[0].severity) === now ? "Worse" : "Better"} than on the last visit:{" "}
          <SeverityMark severity={earlier[0].severity} /> then, <SeverityMark severity={now} /> now.
        </p>
      ) : null}
      <ul>
        {earlier.map(({ id, severity, gradeText, value, note, place, recordedAt, photos }) => (
          <li key={id} className="flex flex-wrap items-start gap-3 py-1">
            <p className="min-w-0 flex-1 text-sm">
              {instantDay(recordedAt, site.location.timeZone)} <SeverityMark severity={severity} /> {gradeText}
              {value ? `, ${value}` : ""}
              {place ? ` (${placeWords(site, place)})` : ""}
              {note ? <span className="block wrap-anywhere">{note}</span> : null}
            </p>
            {photos.map((photo, k) => (
              <figure key={photo.id}>
                <MarkedPicture
                  url={`/api/photos/${photo.id}?small`}
                  widthPx={photo.widthPx}
                  heightPx={photo.heightPx}
                  marks={photo.marks}
                  name={`As it was on ${instantDay(recordedAt, site.location.timeZone)}, ${k + 1}`}
                  className="h-24 w-auto border border-rule-strong"
                />
                <PhotoAsBefore
                  url={`/api/photos/${photo.id}?small`}
                  name={`As it was on ${instantDay(recordedAt, site.location.timeZone)}: ${gradeText}`}
                  onPhoto={onPhoto}
                />
              </figure>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
