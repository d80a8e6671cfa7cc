"use client";

import { useId, useState } from "react";
import { typedNumber } from "@/core/draft/draft";
import { valueAt, withValue } from "@/core/draft/paths";
import { crossSectionIn, GAUGES, labelIn, mm2OfGauge, type TermUnit, valueFrom, valueIn } from "@/core/site/terms";
import { useEditor } from "../EditorContext";

interface FieldProps {
  /** Where it stands in the draft, like `planes.0.tiltDeg`. */
  path: string;
  label: string;
  /** What holds where nothing is typed. */
  usual?: string | number;
  hint?: string;
  /** A heading over its column names it already: the label is for those who don't see it. */
  bare?: boolean;
  /** Takes the place of putting the value where the path says. */
  onValue?: (value: unknown) => void;
}

/**
 * A number of a draft, typed with a comma or a point; what can't be read stays as it is typed, with what was expected beside it.
 * @param unit the one that its label names, where a site's terms may tell it otherwise
 */
export function NumberField({ unit, ...props }: FieldProps & { unit?: Exclude<TermUnit, "mm²"> }) {
  const { terms } = useEditor();
  if (!unit) return <TextLike {...props} read={typedNumber} numeric />;
  const { label, usual } = props;
  return (
    <TextLike
      {...props}
      label={labelIn(terms, label, unit)}
      usual={typeof usual === "number" ? roundly(valueIn(terms, usual, unit)) : usual}
      read={(text) => {
        const typed = typedNumber(text);
        return typeof typed === "number" ? valueFrom(terms, typed, unit) : typed;
      }}
      show={(value) => (typeof value === "number" ? `${roundly(valueIn(terms, value, unit))}` : shownValue(value))}
      numeric
    />
  );
}

/** Of a quantity that was turned from one unit into another: what a tape or a thermometer tells, and no digits of the turning. */
const roundly = (value: number) => Number(value.toPrecision(6));

/** Cross-section of a conductor, by its gauge where the site's people tell it so. */
export function CrossSectionField({ path }: { path: string }) {
  const { draft, terms } = useEditor();
  if (terms.wire === "mm2") return <NumberField path={path} label="Cross-section, mm²" />;
  const value = valueAt(draft, path);
  const usual = typeof value === "number" ? crossSectionIn(terms, value) : undefined;
  return <ChoiceField path={path} label="Gauge, AWG" usual={usual} options={GAUGES.map((gauge) => [mm2OfGauge(gauge), gauge] as const)} />;
}

/** A text of a draft. */
export function TextField(props: FieldProps) {
  return <TextLike {...props} read={(text) => (text === "" ? undefined : text)} />;
}

function TextLike({
  path,
  label,
  usual,
  hint,
  bare,
  onValue,
  read,
  show = shownValue,
  numeric = false,
}: FieldProps & { read: (text: string) => unknown; show?: (value: unknown) => string; numeric?: boolean }) {
  const { draft, change } = useEditor();
  const id = useId();
  const [typing, setTyping] = useState<string | null>(null);
  const value = valueAt(draft, path);
  // What is typed stands as it is typed ("3," too), unless the value has changed by another way: by undo, by another field.
  const text = typing !== null && Object.is(read(typing), value) ? typing : show(value);
  return (
    <Labelled id={id} path={path} label={label} hint={hint} bare={bare}>
      {(described) => (
        <input
          id={id}
          value={text}
          placeholder={usual === undefined ? undefined : `${usual}`}
          inputMode={numeric ? "decimal" : undefined}
          autoComplete="off"
          className={`field min-h-9 px-2 py-1 max-desk:min-h-11 ${numeric ? "figures" : ""}`}
          {...described}
          onFocus={() => setTyping(text)}
          onBlur={() => {
            setTyping(null);
            described.onBlur();
          }}
          onChange={(event) => {
            setTyping(event.target.value);
            const next = read(event.target.value);
            if (onValue) onValue(next);
            else change(withValue(draft, path, next), path);
          }}
        />
      )}
    </Labelled>
  );
}

/** A day of a draft. */
export function DayField({ path, label, hint }: FieldProps) {
  const { draft, change } = useEditor();
  const id = useId();
  return (
    <Labelled id={id} path={path} label={label} hint={hint}>
      {(described) => (
        <input
          id={id}
          type="date"
          value={shownValue(valueAt(draft, path))}
          className="field figures min-h-9 px-2 py-1 max-desk:min-h-11"
          {...described}
          onChange={(event) => change(withValue(draft, path, event.target.value || undefined), path)}
        />
      )}
    </Labelled>
  );
}

/** One of several. @param options pairs of value and words; a value may be a text, a number or true and false */
export function ChoiceField({
  path,
  label,
  usual,
  hint,
  options,
  onValue,
}: FieldProps & { options: readonly (readonly [value: string | number | boolean, words: string])[] }) {
  const { draft, change } = useEditor();
  const id = useId();
  const value = valueAt(draft, path);
  const known = options.findIndex(([one]) => one === value);
  return (
    <Labelled id={id} path={path} label={label} hint={hint}>
      {(described) => (
        <select
          id={id}
          value={known}
          className="field min-h-9 px-2 py-1 max-desk:min-h-11"
          {...described}
          onChange={(event) => {
            const next = options[Number(event.target.value)]?.[0];
            if (onValue) onValue(next);
            else change(withValue(draft, path, next));
          }}
        >
          {known === -1 ? <option value={-1}>{usual === undefined ? "choose" : `${usual}`}</option> : null}
          {options.map(([one, words], k) => (
            <option key={String(one)} value={k}>
              {words}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
}

interface Described {
  /** Once it has been left, an empty field says that it is missing. */
  onBlur: () => void;
  "aria-invalid"?: true;
  "aria-describedby"?: string;
}

function Labelled({
  id,
  path,
  label,
  hint,
  bare = false,
  children,
}: {
  id: string;
  path: string;
  label: string;
  hint?: string;
  bare?: boolean;
  children: (described: Described) => React.ReactNode;
}) {
  const { draft, read, naming } = useEditor();
  const [left, setLeft] = useState(false);
  const fault = read.faults.find(({ key }) => key === path);
  const empty = valueAt(draft, path) === undefined;
  const told = fault && (naming || left || !empty) ? (empty ? "Still missing" : `Expected ${fault.expected}`) : null;
  const described = [told ? `${id}-fault` : "", hint ? `${id}-hint` : ""].filter(Boolean).join(" ");
  return (
    <div className="grid min-w-0 content-start gap-0.5">
      <label htmlFor={id} className={bare ? "sr-only" : "caption"}>
        {label}
      </label>
      {children({ onBlur: () => setLeft(true), "aria-invalid": told ? true : undefined, "aria-describedby": described || undefined })}
      {hint ? (
        <span id={`${id}-hint`} className="caption">
          {hint}
        </span>
      ) : null}
      {told ? (
        <span id={`${id}-fault`} className="text-sm text-fix">
          {told}
        </span>
      ) : null}
    </div>
  );
}

/** What is wrong with a thing as a whole, not with one of its fields. */
export function FaultAt({ path }: { path: string }) {
  const { read, naming } = useEditor();
  const own = read.faults.filter(({ key }) => key === path || key === `${path}.id`);
  if (own.length === 0 || !naming) return null;
  return (
    <ul className="text-sm text-fix">
      {own.map(({ found, expected }) => (
        <li key={`${found}${expected}`}>
          Found {found}, expected {expected}
        </li>
      ))}
    </ul>
  );
}

function shownValue(value: unknown): string {
  if (typeof value === "number") return String(value);
  return typeof value === "string" ? value : "";
}
