"use client";

import type { StandingPhoto } from "@/core/changes/caseRecords";
import type { PhotoMarks } from "@/core/changes/photoMarks";
import type { Entry } from "@/field/entry";
import { MarkedPicture } from "../photos/MarkedPicture";
import { MarkPhoto } from "../photos/MarkPhoto";
import { useImage } from "../photos/useImage";
import { useOwnPicture } from "../photos/useOwnPicture";

interface PhotoTileProps {
  photo: StandingPhoto;
  /** What brings it, where this device does. */
  entry: Entry | undefined;
  name: string;
  onMarks: (marks: PhotoMarks) => void;
  onRemove: () => void;
}

/** A photo small, with how it fares while it isn't the server's; touched, it is opened to be marked. */
export function PhotoTile({ photo, entry, name, onMarks, onRemove }: PhotoTileProps) {
  const own = useOwnPicture(photo.picture ? undefined : entry?.id);
  const url = photo.picture ? `/api/photos/${photo.id}?small` : own;
  // Of a picture that isn't the server's yet nobody has told the size.
  const image = useImage(photo.picture ? undefined : own);
  const size = photo.picture ?? (image ? { widthPx: image.naturalWidth, heightPx: image.naturalHeight } : { widthPx: 4, heightPx: 3 });
  const fares = photo.picture || entry?.state === "sent" ? "kept" : entry?.state === "refused" ? `refused: ${entry.why}` : "waiting";
  return (
    <figure className="w-32">
      {url ? (
        <MarkPhoto url={photo.picture ? `/api/photos/${photo.id}` : own} name={name} marks={photo.marks} onKeep={onMarks}>
          <button type="button" aria-label={`Mark ${name}`} className="block border border-rule-strong">
            <MarkedPicture url={url} {...size} marks={photo.marks} name={name} className="h-24 w-32" fills />
          </button>
        </MarkPhoto>
      ) : (
        <div
          role="img"
          aria-label={name}
          className="grid h-24 w-32 place-items-center border border-rule-strong bg-sunken p-1 text-center caption"
        >
          {entry ? "Picture on this device" : "On its way from another device"}
        </div>
      )}
      <figcaption className="flex items-start justify-between gap-1">
        <span className={`caption wrap-anywhere ${entry?.state === "refused" ? "font-bold text-fix" : ""}`}>{fares}</span>
        <button type="button" className="min-h-11 px-1 text-sm text-act underline" onClick={onRemove} aria-label={`Remove ${name}`}>
          Remove
        </button>
      </figcaption>
    </figure>
  );
}
