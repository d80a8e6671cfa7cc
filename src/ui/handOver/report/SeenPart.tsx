import { findPoint } from "@/core/inspection/catalogue";
import { readValue } from "@/core/inspection/measured";
import { isOfStop, PART_WORDS } from "@/core/inspection/point";
import { SEVERITIES, SEVERITY_WORDS } from "@/core/inspection/severity";
import { sumWords } from "@/core/inspection/sumInputs";
import { notLookedAt } from "@/core/report/workToDo";
import { SeverityMark } from "../../marks/SeverityMark";
import { instantText } from "../../marks/words";
import { MarkedPicture } from "../../photos/MarkedPicture";
import { atWords } from "../reportData";
import type { ReportView } from "../reportView";
import { Part } from "./Part";

type Finding = ReportView["findings"][number];

/** What was found on site, gravest first, each with its time and its photos beside it; what is in order in a few lines. */
export function SeenPart({ view }: { view: ReportView }) {
  const { findings, site } = view;
  const sound = findings.filter(({ severity }) => severity === "sound");
  const bare = sound.filter(({ note, photos }) => note === "" && photos.length === 0);
  return (
    <Part title="What was seen" id="findings">
      {findings.length === 0 ? (
        <p>
          Nobody has been on site yet, or nothing was recorded there: none of the {view.walk.flatMap(({ points }) => points).length} points
          of the walk has been looked at.
        </p>
      ) : null}
      {SEVERITIES.map((severity) => {
        const list = findings.filter((finding) => finding.severity === severity && !bare.includes(finding));
        if (list.length === 0) return null;
        return (
          <div key={severity} className="mt-2">
            <p className="keep-with-next border-b border-rule pb-1">
              <SeverityMark severity={severity} /> <span className="caption">{SEVERITY_WORDS[severity].meaning}</span>
            </p>
            <ul>
              {list.map((finding) => (
                <SeenThing key={finding.id} finding={finding} site={site} />
              ))}
            </ul>
          </div>
        );
      })}
      {bare.length > 0 ? (
        <p className="mt-2">
          <SeverityMark severity="sound" />{" "}
          {bare.length > MOST_SOUND
            ? soundByPlace(bare, view.walk)
            : bare.map((finding) => `${finding.pointTitle}: ${finding.gradeText}${atText(finding, site)}`).join("; ")}
          .
        </p>
      ) : null}
    </Part>
  );
}

/** So many sound things are named one by one; of more, an owner wants to know how many and where. */
const MOST_SOUND = 12;

function soundByPlace(bare: readonly Finding[], walk: ReportView["walk"]): string {
  const counts = walk.flatMap(({ place, part, points }) => {
    const count = bare.filter((one) => isOfStop(one, { part }) && points.some(({ id }) => id === one.pointId)).length;
    return count > 0 ? [`${place.toLowerCase()} ${count}`] : [];
  });
  return `${bare.length} things looked at are in order: ${counts.join(", ")}`;
}

function atText({ place, part }: Finding, site: ReportView["site"]): string {
  const at = place === "" && part ? PART_WORDS[part] : atWords(site, place);
  return at ? ` (${at})` : "";
}

/** What its sum came to, or null. */
function findingSum({ pointId, sum, value, place }: Finding, site: ReportView["site"]): string | null {
  const point = findPoint(pointId);
  if (!point?.sum) return null;
  const read = point.measured ? readValue(point.measured, value) : null;
  return sumWords(point.sum, sum, read && "value" in read ? read.value : null, site, place);
}

function SeenThing({ finding, site }: { finding: Finding; site: ReportView["site"] }) {
  const { pointTitle, gradeText, value, note, recordedAt, author, photos } = finding;
  const sum = findingSum(finding, site);
  return (
    <li className={`keep-together border-b border-rule py-2 ${photos.length > 0 ? "grid gap-x-4 gap-y-2 sm:grid-cols-[1fr_auto]" : ""}`}>
      <div className="min-w-0">
        <p>
          <strong>{pointTitle}:</strong> {gradeText}
          {value ? `, ${value}` : ""}
          {atText(finding, site)}
        </p>
        {sum ? <p>{sum}.</p> : null}
        {note ? <p className="wrap-anywhere">{note}</p> : null}
        <p className="caption">
          Seen {instantText(recordedAt, site.location.timeZone)}
          {author ? ` by ${author}` : ""}
        </p>
      </div>
      {photos.length > 0 ? (
        <div className={photos.length > 1 ? "flex flex-wrap gap-3 sm:col-span-2" : ""}>
          {photos.map((photo, k) => (
            <MarkedPicture
              key={photo.id}
              url={`/api/photos/${photo.id}`}
              widthPx={photo.widthPx}
              heightPx={photo.heightPx}
              marks={photo.marks}
              name={`${pointTitle}, view ${k + 1}`}
              className="h-44 w-auto border border-rule-strong"
            />
          ))}
        </div>
      ) : null}
    </li>
  );
}

/** So many points are named; of more their number tells enough. */
const MOST_NAMED = 6;

/** What of a place wasn't looked at, in words. */
function unseenWords(titles: readonly string[], of: number): string {
  if (titles.length === of) return of === 1 ? titles[0] : `none of its ${of} points`;
  return titles.length <= MOST_NAMED ? titles.join("; ") : `${titles.length} of its ${of} points`;
}

/** Points of the walk that nobody looked at: an owner has to know what the report says nothing of. */
export function UnseenPart({ view }: { view: ReportView }) {
  const unseen = notLookedAt(view.walk, view.findings, view.answers);
  if (unseen.length === 0 || view.findings.length === 0) return null;
  return (
    <Part title="What was not looked at" id="unseen">
      <ul className="caption">
        {unseen.map(({ place, titles, of, hindered }) => (
          <li key={place} className="keep-together">
            <strong>{place}:</strong> {unseenWords(titles, of)}
            {hindered.length > 0 ? `. Not seen: ${hindered.map(({ title, why }) => `${title} (${why})`).join("; ")}` : ""}
          </li>
        ))}
      </ul>
    </Part>
  );
}
