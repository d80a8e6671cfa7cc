"use client";

import { Camera, Images } from "lucide-react";
import { useState } from "react";
import type { StandingFinding, StandingPhoto } from "@/core/changes/caseRecords";
import { MOST_TEXT } from "@/core/changes/change";
import { latestMs } from "@/core/changes/standing";
import type { Point } from "@/core/inspection/point";
import type { SiteFile } from "@/core/site/siteSchema";
import type { Entry } from "@/field/entry";
import { SavedText } from "../field/SavedText";
import { FileButton } from "../marks/FileButton";
import { PinSheet } from "../plan/PinSheet";
import { AlsoAt } from "./AlsoAt";
import { FindingHistory } from "./FindingHistory";
import { PhotoTile } from "./PhotoTile";
import { PlacePicker } from "./PlacePicker";
import type { useFindings } from "./useFindings";

interface FindingBlockProps {
  point: Point;
  finding: StandingFinding;
  site: SiteFile;
  entries: ReadonlyMap<string, Entry>;
  actions: ReturnType<typeof useFindings>;
  onTakeBack: () => void;
  /** The same was seen at other places too. */
  onAlso: (scopes: readonly string[]) => void;
}

/** One finding, open: its place, note, photos, who saw it, and the way to take it back. */
export function FindingBlock({ point, finding, site, entries, actions, onTakeBack, onAlso }: FindingBlockProps) {
  const { fields } = finding;
  return (
    <div className="mt-3 grid gap-3">
      <SavedText
        label="Note"
        value={fields.note}
        draft={`note-${finding.id}`}
        most={MOST_TEXT}
        says={(note) => actions.saying(finding, { note })}
        seenMs={latestMs(finding)}
      />
      <Photos point={point} finding={finding} entries={entries} actions={actions} />
      <div className="flex flex-wrap items-center gap-2">
        <PlacePicker site={site} place={fields.place} of={point.title} onChoose={(place) => void actions.change(finding, { place })} />
        <PinSheet
          site={site}
          spot={fields.spot}
          of={point.title}
          onPin={(spot, place) => void actions.change(finding, isOnArray(site, fields.place) ? { spot, place } : { spot })}
          onUnpin={() => void actions.change(finding, { spot: "" })}
        />
        <AlsoAt site={site} place={fields.place} of={point.title} onRecord={onAlso} />
        <PhotoButtons point={point} onFiles={(files) => actions.addPhotos(finding, files)} />
        <button type="button" className="button" onClick={onTakeBack}>
          Take back
        </button>
      </div>
      <FindingHistory finding={finding} timeZone={site.location.timeZone} />
    </div>
  );
}

/** Whether a place is of the array, so that a pin tells it better: none yet, a plane, a string or a module, but no inverter. */
function isOnArray(site: SiteFile, place: string): boolean {
  return place !== "site" && !site.inverters.some(({ id }) => id === place);
}

function Photos({ point, finding, entries, actions }: Pick<FindingBlockProps, "point" | "finding" | "entries" | "actions">) {
  const shown = finding.photos.filter(({ removed }) => !removed);
  const removed = finding.photos.filter((photo) => photo.removed);
  const tile = (photo: StandingPhoto, k: number) => (
    <PhotoTile
      key={photo.id}
      photo={photo}
      entry={entries.get(photo.id)}
      name={`${point.title}, view ${k + 1}`}
      onMarks={(marks) => void actions.markPhoto(finding, photo, marks)}
      onRemove={() => void actions.removePhoto(finding, photo, true)}
    />
  );
  if (finding.photos.length === 0) return null;
  return (
    <div className="flex flex-wrap items-start gap-3">
      {shown.map(tile)}
      {removed.length > 0 ? (
        <button type="button" className="button" onClick={() => void actions.removePhoto(finding, removed[removed.length - 1], false)}>
          Bring back a removed photo ({removed.length})
        </button>
      ) : null}
    </div>
  );
}

/** Many photos in a row: each is kept at once; what is no whole picture is said at once. */
function PhotoButtons({ point, onFiles }: { point: Point; onFiles: (files: File[]) => Promise<string[]> }) {
  const [faults, setFaults] = useState<string[]>([]);
  const take = (files: File[]) => void onFiles(files).then(setFaults);
  return (
    <>
      <FileButton name={`Photo of ${point.title}`} accept="image/*" camera onFiles={take}>
        <Camera className="size-5" aria-hidden="true" /> Photo
      </FileButton>
      <FileButton name={`Photos of ${point.title} from files`} accept="image/*" multiple onFiles={take}>
        <Images className="size-5" aria-hidden="true" /> From files
      </FileButton>
      {faults.length > 0 ? (
        <ul role="alert" className="w-full border-l-4 border-fix bg-raised p-3 font-semibold">
          {faults.map((fault) => (
            <li key={fault} className="wrap-anywhere">
              {fault}
            </li>
          ))}
        </ul>
      ) : null}
    </>
  );
}
