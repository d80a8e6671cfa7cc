"use client";

import { useEffect, useRef, useState } from "react";
import type { StandingFinding } from "@/core/changes/caseRecords";
import type { PartFields } from "@/core/changes/partFields";
import type { PartEnergy } from "@/core/dayBook/partEnergies";
import { isAnswer } from "@/core/inspection/answers";
import type { Stop } from "@/core/inspection/point";
import { layOutPlane } from "@/core/plane/layout";
import { type Part, presentParts } from "@/core/register/parts";
import { moduleTypeOf } from "@/core/site/lookups";
import { placesOf, placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import type { EarlierFinding } from "@/server/findings/earlier";
import { SeverityMark } from "../marks/SeverityMark";
import { PlaceCard } from "./PlaceCard";
import { PlanePicture } from "./PlanePicture";
import { elsewhere, gravestIn, type Pin, pinsOn } from "./pinsOf";
import { type EnergySource, useEnergies } from "./useEnergies";

interface PlanLeafProps {
  site: SiteFile;
  stops: readonly Stop[];
  /** What stands in the case. */
  findings: readonly StandingFinding[];
  earlier: readonly EarlierFinding[];
  parts: readonly Part[];
  /** What the data tell of strings and modules; null where they tell nothing. */
  energies: EnergySource | null;
  /** Leads to a point of the walk. */
  onOpen: (pointId: string) => void;
  /** Records a part and leads to it. */
  onPart: (fields: Partial<PartFields>) => void;
}

/** The array as it lies, as an index of what was found: on modules, mounts and rails, and beside them in runs, boxes and papers. */
export function PlanLeaf({ energies, ...props }: PlanLeafProps) {
  return energies ? <WithEnergies energies={energies} {...props} /> : <Plan energies={null} {...props} />;
}

function WithEnergies({ energies, ...props }: PlanLeafProps & { energies: EnergySource }) {
  return <Plan energies={useEnergies(props.site, energies)} {...props} />;
}

type PlanProps = Omit<PlanLeafProps, "energies"> & { energies: ReadonlyMap<string, PartEnergy> | null };

function Plan({ site, stops, findings, earlier, parts, energies, onOpen, onPart }: PlanProps) {
  const [picked, pick] = useState<string | null>(null);
  const graded = findings.filter(({ fields }) => !isAnswer(fields.gradeId));
  const layouts = site.planes.flatMap((plane) => {
    const layout = layOutPlane(site, plane);
    return layout ? [{ plane, pins: pinsOn(plane, layout, graded) }] : [];
  });
  const pinned = new Set(layouts.flatMap(({ pins }) => pins.flatMap((pin) => pin.findings.map(({ id }) => id))));
  const shown = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (picked) shown.current?.scrollIntoView({ block: "nearest" });
  }, [picked]);
  const toggle = (scope: string) => pick(picked === scope ? null : scope);
  const here = (scope: string) => graded.filter(({ fields }) => isAt(scope, fields.place, fields.spot));
  const card = picked ? (
    <PlaceCard
      site={site}
      scope={picked}
      findings={here(picked)}
      earlier={earlier.filter(({ place, spot }) => isAt(picked, place, spot))}
      parts={presentParts(parts).filter(({ place }) => place === picked)}
      energy={energies?.get(picked)}
      onOpen={onOpen}
      onPart={modulePart(site, picked) ? () => onPart(modulePart(site, picked) as Partial<PartFields>) : undefined}
    />
  ) : null;
  return (
    <div className="grid min-w-0 gap-6">
      {layouts.map(({ plane, pins }) => (
        <PlanePicture
          key={plane.id}
          site={site}
          plane={plane}
          module={(scope) => ({
            label: moduleLabel(site, scope, here(scope).length),
            pressed: picked === scope,
            onPress: () => toggle(scope),
          })}
          over={(frame) => pins.map((pin) => <PinMark key={pin.key} pin={pin} left={frame.x(pin.rightM)} top={frame.y(pin.upM)} />)}
        />
      ))}
      <div ref={shown} aria-live="polite" className="scroll-my-40">
        {card ?? <p className="caption">Touch a module or a box: what it is, gave, and what was found there.</p>}
      </div>
      <Boxes site={site} count={(scope) => here(scope)} picked={picked} onPick={toggle} />
      <div>
        {elsewhere(
          stops,
          graded.filter(({ fields }) => fields.place === ""),
          pinned,
        ).map(({ place, findings: its }) => (
          <Elsewhere key={place} {...{ place, its, onOpen, stops }} />
        ))}
      </div>
    </div>
  );
}

/** Whether something was found at a scope: there, or at a spot that lies on it. */
function isAt(scope: string, place: string, spot: string): boolean {
  return place === scope || (place === "" && spot.startsWith(`${scope}@`));
}

function moduleLabel(site: SiteFile, scope: string, found: number): string {
  return `${placeWords(site, scope)}${found > 0 ? `, ${found} found` : ""}`;
}

/** What a new part at a module's place is known to be; null where the place is no module. */
function modulePart(site: SiteFile, scope: string): Partial<PartFields> | null {
  const pvString = site.strings.find(({ id }) => scope.startsWith(`${id}.`));
  if (!pvString) return null;
  const type = moduleTypeOf(site, pvString);
  return { kind: "module", place: scope, maker: type.maker ?? "", model: type.model ?? type.id, installed: site.commissioned ?? "" };
}

function PinMark({ pin: { severity, findings }, left, top }: { pin: Pin; left: number; top: number }) {
  return (
    <span
      className="pointer-events-none absolute flex -translate-x-1/2 -translate-y-1/2 items-center rounded-sm border border-ink bg-raised px-0.5 pb-1 leading-none"
      style={{ left, top }}
    >
      <SeverityMark severity={severity} wordless />
      {findings.length > 1 ? <span className="figures text-xs">{findings.length}</span> : null}
    </span>
  );
}

interface BoxesProps {
  site: SiteFile;
  count: (scope: string) => readonly StandingFinding[];
  picked: string | null;
  onPick: (scope: string) => void;
}

/** What lies on no plane, or is more than a module: the site, its inverters, planes and strings. */
function Boxes({ site, count, picked, onPick }: BoxesProps) {
  return (
    <div role="group" aria-label="Places besides modules" className="flex flex-wrap gap-2">
      {placesOf(site)
        .flatMap(({ places }) => places)
        .map(({ scope, words }) => {
          const found = count(scope);
          const severity = gravestIn(found);
          return (
            <button
              key={scope}
              type="button"
              aria-pressed={picked === scope}
              className={`button min-h-11 px-3 ${picked === scope ? "border-ink bg-sunken font-bold" : ""}`}
              onClick={() => onPick(scope)}
            >
              {severity ? <SeverityMark severity={severity} wordless /> : null}
              {words}
              {found.length > 0 ? <span className="figures">{found.length}</span> : null}
            </button>
          );
        })}
    </div>
  );
}

interface ElsewhereProps {
  place: string;
  its: readonly StandingFinding[];
  stops: readonly Stop[];
  onOpen: (pointId: string) => void;
}

/** What was found at a stop of the walk and has no place of its own on the array. */
function Elsewhere({ place, its, stops, onOpen }: ElsewhereProps) {
  const severity = gravestIn(its);
  const titleOf = (pointId: string) => stops.flatMap(({ points }) => points).find(({ id }) => id === pointId)?.title ?? pointId;
  const wrong = its.filter((finding) => gravestIn([finding]) !== "sound");
  return (
    <details className="border-b border-rule">
      <summary className="flex min-h-11 cursor-pointer items-center gap-2">
        {severity ? <SeverityMark severity={severity} wordless /> : null} {place}{" "}
        <span className="caption figures">
          {its.length} looked at{wrong.length > 0 ? `, ${wrong.length} not sound` : ""}
        </span>
      </summary>
      <ul className="pb-2">
        {wrong.map((finding) => (
          <li key={finding.id}>
            <button type="button" className="min-h-11 text-left text-act underline" onClick={() => onOpen(finding.pointId)}>
              {titleOf(finding.pointId)}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
