import { SEVERITIES, SEVERITY_WORDS } from "@/core/inspection/severity";
import { notLookedAt } from "@/core/report/workToDo";
import { SeverityMark } from "../../marks/SeverityMark";
import { instantText } from "../../marks/words";
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
          {bare.map((finding) => `${finding.pointTitle}: ${finding.gradeText}${atText(finding, site)}`).join("; ")}.
        </p>
      ) : null}
    </Part>
  );
}

function atText({ place }: Finding, site: ReportView["site"]): string {
  const at = atWords(site, place);
  return at ? ` (${at})` : "";
}

function SeenThing({ finding, site }: { finding: Finding; site: ReportView["site"] }) {
  const { pointTitle, gradeText, note, recordedAt, author, photos } = finding;
  return (
    <li className={`keep-together border-b border-rule py-2 ${photos.length > 0 ? "grid gap-x-4 gap-y-2 sm:grid-cols-[1fr_auto]" : ""}`}>
      <div className="min-w-0">
        <p>
          <strong>{pointTitle}:</strong> {gradeText}
          {atText(finding, site)}
        </p>
        {note ? <p className="wrap-anywhere">{note}</p> : null}
        <p className="caption">
          Seen {instantText(recordedAt, site.location.timeZone)}
          {author ? ` by ${author}` : ""}
        </p>
      </div>
      {photos.length > 0 ? (
        <div className={photos.length > 1 ? "flex flex-wrap gap-3 sm:col-span-2" : ""}>
          {photos.map((photo, k) => (
            // biome-ignore lint/performance/noImgElement: photos come from this server and are printed at full size
            <img
              key={photo.id}
              src={`/api/photos/${photo.id}`}
              width={photo.widthPx}
              height={photo.heightPx}
              alt={`${pointTitle}, view ${k + 1}`}
              className="h-44 w-auto border border-rule-strong object-contain"
            />
          ))}
        </div>
      ) : null}
    </li>
  );
}

/** Points of the walk that nobody looked at: an owner has to know what the report says nothing of. */
export function UnseenPart({ view }: { view: ReportView }) {
  const unseen = notLookedAt(view.walk, view.findings);
  if (unseen.length === 0 || view.findings.length === 0) return null;
  return (
    <Part title="What was not looked at" id="unseen">
      <ul className="caption">
        {unseen.map(({ place, titles }) => (
          <li key={place} className="keep-together">
            <strong>{place}:</strong> {titles.join("; ")}
          </li>
        ))}
      </ul>
    </Part>
  );
}
