"use client";

import { useState } from "react";
import type { Stop } from "@/core/inspection/catalogue";
import type { FindingView } from "@/server/findings/findings";
import type { Answer } from "./answer";
import { PointCard } from "./PointCard";
import { useWalk } from "./useWalk";

/** The walk in the order of the body's way: each point one look, one grade, a photo where it helps. */
export function WalkBench({ caseId, stops, findings }: { caseId: string; stops: Stop[]; findings: FindingView[] }) {
  const walk = useWalk(caseId, findings);
  const [undo, setUndo] = useState<{ pointId: string; answer: Answer } | null>(null);
  const total = stops.flatMap((stop) => stop.points).length;
  const seen = stops.flatMap((stop) => stop.points).filter((point) => walk.answers[point.id]?.gradeId).length;

  return (
    <div className="max-w-4xl">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <h2 className="text-lg">
          Walk: <span className="figures">{seen}</span> of <span className="figures">{total}</span> points seen
        </h2>
        <p role="status" className="caption min-h-5">
          {walk.status}
        </p>
      </div>
      <nav
        aria-label="Stops of the walk"
        className="sticky top-0 z-10 -mx-4 overflow-x-auto border-b border-rule bg-paper px-4 py-2 sm:-mx-6 sm:px-6"
      >
        <ol className="flex gap-2">
          {stops.map((stop, k) => {
            const done = stop.points.filter((point) => walk.answers[point.id]?.gradeId).length;
            return (
              <li key={stop.place} className="shrink-0">
                <a href={`#stop-${k}`} className="flex min-h-11 items-center gap-2 border border-rule bg-raised px-3 text-ink no-underline">
                  {stop.place}
                  <span className="caption figures">
                    {done}/{stop.points.length}
                  </span>
                </a>
              </li>
            );
          })}
        </ol>
      </nav>
      {stops.map((stop, k) => (
        <section key={stop.place} id={`stop-${k}`} className="scroll-mt-20 pt-6" aria-labelledby={`stop-title-${k}`}>
          <h3 id={`stop-title-${k}`} className="text-xl">
            {stop.place}
          </h3>
          <div className="mt-2 border-t-2 border-ink">
            {stop.points.map((point) => (
              <PointCard
                key={point.id}
                point={point}
                answer={walk.answers[point.id]}
                onChange={(change) => walk.put(point.id, change)}
                onPhoto={(picture) => void walk.addPhoto(point.id, picture)}
                onWithdraw={() => {
                  const answer = walk.answers[point.id];
                  if (answer) setUndo({ pointId: point.id, answer });
                  void walk.withdraw(point.id);
                }}
              />
            ))}
          </div>
        </section>
      ))}
      {undo ? (
        <div
          role="status"
          className="fixed inset-x-4 bottom-32 z-40 mx-auto flex max-w-md items-center justify-between gap-4 border-2 border-ink bg-raised p-3 desk:bottom-6"
        >
          Finding taken back
          <button
            type="button"
            className="button"
            onClick={() => {
              void walk.restore(undo.pointId, undo.answer);
              setUndo(null);
            }}
          >
            Undo
          </button>
        </div>
      ) : null}
    </div>
  );
}
