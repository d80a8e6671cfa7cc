"use client";

import { useState } from "react";
import { type Grade, type Point, pointSchema } from "@/core/inspection/point";
import { SEVERITIES, SEVERITY_WORDS, type Severity } from "@/core/inspection/severity";
import { WORK_IDS, workTitle } from "@/core/work/works";
import { PointBelongs } from "./PointBelongs";
import { PointEvidence } from "./PointEvidence";
import { PointSettles } from "./PointSettles";

interface PointFormProps {
  point: Point;
  /** Grades that Irradant ships with it: findings refer to them. */
  shipped: ReadonlySet<string>;
  onChange: (point: Point) => void;
}

const TEXTS = [
  { name: "title", label: "What is looked at", rows: 1 },
  { name: "why", label: "Why it matters", rows: 2 },
  { name: "caution", label: "Caution, where it can hurt someone", rows: 2 },
  { name: "atOnce", label: "At once, where it is graded Stop", rows: 2 },
  { name: "rule", label: "Kind of rule that it belongs to", rows: 1 },
] as const;

/** A point while it is typed: what isn't right yet is kept as it was typed. */
type Typed = Omit<Point, "title" | "why"> & { title: string | null; why: string | null };

/** One point of the catalogue. What isn't right is said at once and taken over once it is. */
export function PointForm({ point, shipped, onChange }: PointFormProps) {
  const [typed, setTyped] = useState<Typed>(point);
  const [faults, setFaults] = useState<string[]>([]);

  const take = (change: Partial<Typed>) => {
    const fields = { ...typed, ...change };
    setTyped(fields);
    const read = pointSchema.safeParse(fields);
    setFaults(read.success ? [] : read.error.issues.map(({ path, message }) => `${path.join(".")}: ${message}`));
    if (read.success) onChange(read.data);
  };
  const { grades } = typed;
  const withGrade = (at: number, change: Partial<Grade>) => grades.map((grade, k) => (k === at ? { ...grade, ...change } : grade));

  return (
    <div className="grid gap-3">
      {TEXTS.map(({ name, label, rows }) => (
        <label key={name} className="grid gap-1">
          <span className="caption">{label}</span>
          <textarea
            rows={rows}
            className="field"
            value={typed[name] ?? ""}
            onChange={(event) => take({ [name]: event.target.value.trim() === "" ? null : event.target.value })}
          />
        </label>
      ))}
      <fieldset>
        <legend className="caption">Grades</legend>
        <ul className="grid gap-2">
          {grades.map((grade, k) => (
            <li key={grade.id} className="flex flex-wrap gap-2">
              <select
                className="field w-28"
                aria-label={`Severity of grade ${k + 1}`}
                value={grade.severity}
                onChange={(event) => take({ grades: withGrade(k, { severity: event.target.value as Severity }) })}
              >
                {SEVERITIES.map((severity) => (
                  <option key={severity} value={severity}>
                    {SEVERITY_WORDS[severity].word}
                  </option>
                ))}
              </select>
              <input
                className="field min-w-0 flex-1"
                aria-label={`Words of grade ${k + 1}`}
                value={grade.text}
                onChange={(event) => take({ grades: withGrade(k, { text: event.target.value }) })}
              />
              {shipped.has(grade.id) ? null : (
                <button
                  type="button"
                  className="button"
                  aria-label={`Take grade ${k + 1} out`}
                  onClick={() => take({ grades: grades.filter((_, at) => at !== k) })}
                >
                  Take out
                </button>
              )}
            </li>
          ))}
        </ul>
        <button
          type="button"
          className="button mt-2"
          onClick={() => take({ grades: [...grades, { id: freeId(grades), text: "What it looks like", severity: "watch" }] })}
        >
          Another grade
        </button>
      </fieldset>
      <div className="grid gap-3 sm:grid-cols-2">
        <label className="grid gap-1">
          <span className="caption">Work that follows</span>
          <select
            className="field"
            value={typed.work ?? ""}
            onChange={(event) => take({ work: (event.target.value || null) as Point["work"] })}
          >
            <option value="">Nobody has to come for it</option>
            {WORK_IDS.map((id) => (
              <option key={id} value={id}>
                {workTitle(id, "a place")}
              </option>
            ))}
          </select>
        </label>
        <label className="grid gap-1">
          <span className="caption">How much it matters, 1 to 5 (someone can die)</span>
          <select className="field" value={String(typed.rank)} onChange={(event) => take({ rank: Number(event.target.value) })}>
            {[1, 2, 3, 4, 5].map((rank) => (
              <option key={rank}>{rank}</option>
            ))}
          </select>
        </label>
      </div>
      <PointBelongs applies={typed.applies} onChange={(applies) => take({ applies })} />
      <PointEvidence
        speaksFor={typed.speaksFor}
        speaksAgainst={typed.speaksAgainst}
        onFor={(speaksFor) => take({ speaksFor })}
        onAgainst={(speaksAgainst) => take({ speaksAgainst })}
      />
      <PointSettles point={typed} onChange={take} />
      {faults.length > 0 ? (
        <ul role="alert" className="border-l-4 border-fix bg-raised p-3">
          {faults.map((fault) => (
            <li key={fault}>{fault}</li>
          ))}
          <li className="caption">The point stays as it was until this is right.</li>
        </ul>
      ) : null}
    </div>
  );
}

function freeId(grades: readonly Grade[]): string {
  let number = 1;
  while (grades.some(({ id }) => id === `own-${number}`)) number++;
  return `own-${number}`;
}
