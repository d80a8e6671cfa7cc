"use client";

import { Camera, TriangleAlert } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import type { Point } from "@/core/inspection/catalogue";
import { SeverityMark } from "../marks/SeverityMark";
import type { Answer } from "./answer";

interface PointCardProps {
  point: Point;
  answer: Answer | undefined;
  /** Resolves once the change is kept on this device. */
  onChange: (change: { gradeId?: string; note?: string; place?: string }) => Promise<void>;
  onPhoto: (picture: File) => void;
  onWithdraw: () => void;
}

/** One point: what to look at and why, the caution, the grades as large targets, then note and photo. */
export function PointCard({ point, answer, onChange, onPhoto, onWithdraw }: PointCardProps) {
  return (
    <article className="border-b border-rule py-4" aria-labelledby={`point-${point.id}`}>
      <h4 id={`point-${point.id}`} className="text-lg font-semibold">
        {point.title}
      </h4>
      <p className="text-quiet">{point.why}</p>
      {point.caution ? (
        <p className="mt-2 flex gap-2 border-l-4 border-stop bg-raised py-1.5 pr-2 pl-3 font-semibold">
          <TriangleAlert className="mt-0.5 size-5 shrink-0 text-stop" aria-hidden="true" />
          <span>
            <span className="sr-only">Caution: </span>
            {point.caution}
          </span>
        </p>
      ) : null}
      <div role="radiogroup" aria-labelledby={`point-${point.id}`} className="mt-3 grid gap-2 sm:grid-cols-2">
        {point.grades.map((grade) => {
          const chosen = answer?.gradeId === grade.id;
          return (
            <label
              key={grade.id}
              className={`flex min-h-14 items-center gap-3 border-2 px-3 py-2 has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-act ${
                chosen ? "border-ink bg-raised font-semibold" : "border-rule-strong bg-paper"
              }`}
            >
              <input
                type="radio"
                name={`grade-${point.id}`}
                className="sr-only"
                checked={chosen}
                onChange={() => void onChange({ gradeId: grade.id })}
              />
              <span className="w-20 shrink-0">
                <SeverityMark severity={grade.severity} />
              </span>
              <span>{grade.text}</span>
            </label>
          );
        })}
      </div>
      {answer?.gradeId ? <Details point={point} answer={answer} onChange={onChange} onPhoto={onPhoto} onWithdraw={onWithdraw} /> : null}
    </article>
  );
}

function Details({ point, answer, onChange, onPhoto, onWithdraw }: PointCardProps & { answer: Answer }) {
  return (
    <div className="mt-3 grid gap-3">
      <div className="grid gap-3 sm:grid-cols-[1fr_14rem]">
        <SavedText label="Note" value={answer.note} draftKey={`irradant-note-${answer.findingId}`} onSave={(note) => onChange({ note })} />
        <SavedText
          label="Place (like s2.07)"
          value={answer.place}
          draftKey={`irradant-place-${answer.findingId}`}
          onSave={(place) => onChange({ place })}
        />
      </div>
      <div className="flex flex-wrap items-center gap-3">
        {answer.photos.map((photo, k) => (
          // biome-ignore lint/performance/noImgElement: pictures come from this server or from the device, small already
          <img
            key={photo.id}
            src={photo.url}
            alt={`${point.title}, view ${k + 1}`}
            className="h-24 border border-rule-strong object-cover"
          />
        ))}
        <label className="button has-focus-visible:outline-3 has-focus-visible:outline-act">
          <Camera className="size-5" aria-hidden="true" /> Photo
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            aria-label={`Photo of ${point.title}`}
            onChange={(event) => {
              const picture = event.target.files?.[0];
              if (picture) onPhoto(picture);
              event.target.value = "";
            }}
          />
        </label>
        <button type="button" className="button" onClick={onWithdraw}>
          Take back
        </button>
      </div>
    </div>
  );
}

/** A text that is kept in the browser with every key and handed on when the field is left. */
function SavedText({
  label,
  value,
  draftKey,
  onSave,
}: {
  label: string;
  value: string;
  draftKey: string;
  onSave: (text: string) => Promise<void>;
}) {
  const [text, setText] = useState(value);
  const field = useRef<HTMLInputElement>(null);
  // Only when the change is safely kept may the draft go: a reload can come at any moment.
  async function commit(next: string) {
    if (next !== value) await onSave(next);
    if (localStorage.getItem(draftKey) === next) localStorage.removeItem(draftKey);
  }

  // biome-ignore lint/correctness/useExhaustiveDependencies: a draft is looked for when the field opens or its value comes in
  useEffect(() => {
    const draft = localStorage.getItem(draftKey);
    setText(draft ?? value);
    if (draft !== null && document.activeElement !== field.current) void commit(draft);
  }, [draftKey, value]);
  return (
    <label className="grid gap-1">
      <span className="caption">{label}</span>
      <input
        ref={field}
        className="field"
        value={text}
        maxLength={200}
        onChange={(event) => {
          setText(event.target.value);
          localStorage.setItem(draftKey, event.target.value);
        }}
        onBlur={() => {
          void commit(text);
        }}
      />
    </label>
  );
}
