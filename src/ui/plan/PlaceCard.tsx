import type { StandingFinding } from "@/core/changes/caseRecords";
import type { PartEnergy } from "@/core/dayBook/partEnergies";
import { findGrade, findPoint } from "@/core/inspection/catalogue";
import type { Part } from "@/core/register/parts";
import { moduleTypeOf } from "@/core/site/lookups";
import { placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import { termsOf } from "@/core/site/terms";
import type { EarlierFinding } from "@/server/findings/earlier";
import { Figure } from "../marks/Figure";
import { SeverityMark } from "../marks/SeverityMark";
import { amount, instantDay, percent } from "../marks/words";
import { MarkedPicture } from "../photos/MarkedPicture";
import { partType } from "../register/partWords";

interface PlaceCardProps {
  site: SiteFile;
  /** A scope of the site. */
  scope: string;
  findings: readonly StandingFinding[];
  earlier: readonly EarlierFinding[];
  /** Parts that stand there. */
  parts: readonly Part[];
  energy: PartEnergy | undefined;
  onOpen: (pointId: string) => void;
  /** Records a module there, for its serial; absent where the place is none. */
  onPart?: () => void;
}

/** All that is known of a place: what it is, its serial, what it gave, what was found there and when, with photos over the years. */
export function PlaceCard({ site, scope, findings, earlier, parts, energy, onOpen, onPart }: PlaceCardProps) {
  const zone = site.location.timeZone;
  const title = placeWords(site, scope);
  return (
    <section aria-label={title} className="border-2 border-ink bg-raised p-3">
      <h3 className="text-lg">{title.charAt(0).toUpperCase() + title.slice(1)}</h3>
      <p className="caption">{typeWords(site, scope)}</p>
      {parts.map((part) => (
        <p key={part.id}>
          {partType(part) || "Recorded without type or serial"} {part.condition ? <SeverityMark severity={part.condition} /> : null}
        </p>
      ))}
      {onPart && parts.length === 0 ? (
        <button type="button" className="button mt-1" onClick={onPart}>
          Record its serial
        </button>
      ) : null}
      {energy ? <Energy energy={energy} /> : null}
      <ul className="mt-2 border-t border-rule">
        {findings.map((finding) => (
          <FoundRow key={finding.id} finding={finding} site={site} onOpen={onOpen} />
        ))}
        {earlier.map((one) => (
          <li key={one.id} className="border-b border-rule py-2">
            <SeverityMark severity={one.severity} />{" "}
            <button type="button" className="min-h-11 text-left text-act underline" onClick={() => onOpen(one.pointId)}>
              {one.pointTitle}
            </button>
            : {one.gradeText}
            <span className="caption block">On an earlier visit, {instantDay(one.recordedAt, zone)}</span>
            <Photos photos={one.photos} name={`${one.pointTitle} on ${instantDay(one.recordedAt, zone)}`} />
          </li>
        ))}
      </ul>
      {findings.length + earlier.length === 0 ? <p className="caption">Nothing was found here.</p> : null}
    </section>
  );
}

function FoundRow({ finding, site, onOpen }: { finding: StandingFinding; site: SiteFile; onOpen: (pointId: string) => void }) {
  const { pointId, fields, photos, recordedMs } = finding;
  const grade = findGrade(pointId, fields.gradeId, termsOf(site));
  const title = findPoint(pointId, termsOf(site))?.title ?? pointId;
  const kept = photos.flatMap(({ removed, picture, marks }) => (removed || !picture ? [] : [{ ...picture, marks }]));
  return (
    <li className="border-b border-rule py-2">
      {grade ? <SeverityMark severity={grade.severity} /> : null}{" "}
      <button type="button" className="min-h-11 text-left text-act underline" onClick={() => onOpen(pointId)}>
        {title}
      </button>
      : {grade?.text}
      {fields.value ? `, ${fields.value}` : ""}
      {fields.note ? <span className="block wrap-anywhere">{fields.note}</span> : null}
      <span className="caption block">{instantDay(new Date(recordedMs).toISOString(), site.location.timeZone)}</span>
      <Photos photos={kept} name={title} />
    </li>
  );
}

function Photos({ photos, name }: { photos: EarlierFinding["photos"]; name: string }) {
  if (photos.length === 0) return null;
  return (
    <span className="mt-1 flex flex-wrap gap-2">
      {photos.map((photo, k) => (
        <MarkedPicture
          key={photo.id}
          url={`/api/photos/${photo.id}?small`}
          widthPx={photo.widthPx}
          heightPx={photo.heightPx}
          marks={photo.marks}
          name={`${name}, ${k + 1}`}
          className="h-24 w-auto border border-rule-strong"
        />
      ))}
    </span>
  );
}

/** What stands at a place, by the as-built. */
function typeWords(site: SiteFile, scope: string): string {
  const pvString = site.strings.find(({ id }) => id === scope || scope.startsWith(`${id}.`));
  if (pvString) {
    const type = moduleTypeOf(site, pvString);
    const what = [type.maker, type.model ?? type.id].filter(Boolean).join(" ");
    return scope === pvString.id
      ? `${pvString.modules} × ${what}, ${type.pmaxW} W, on ${pvString.inverter}`
      : `${what}, ${type.pmaxW} W, of string ${pvString.id} on ${pvString.inverter}`;
  }
  const inverter = site.inverters.find(({ id }) => id === scope);
  return inverter ? `${inverter.kind}, ${inverter.acRatedW} W` : "";
}

/** What it gave, opening to how that is told. */
function Energy({ energy }: { energy: PartEnergy }) {
  return (
    <div>
      <Figure
        inline
        label="Energy"
        value={energyWords(energy)}
        origin={{
          formula: "Σ energy of its days; beside peers: Σ energy / size over Σ middle one of the others' energy / size, on the same days",
          inputs: [
            ["energy", `${amount(energy.energy)} ${energy.unit}`],
            ["others of its kind on its plane", String(energy.peers)],
          ],
          source: "as its own channel was measured, over all days of the last analysis; size by the nameplate, of a charge by the current",
        }}
      />
    </div>
  );
}

/** "612 kWh in these data, 94 % of the middle one of 11 like it". */
function energyWords({ energy, unit, overPeers, peers }: PartEnergy): string {
  const sum = `${amount(energy)} ${unit} in these data`;
  return overPeers === null ? sum : `${sum}, ${percent(overPeers)} of the middle one of ${peers} like it`;
}
