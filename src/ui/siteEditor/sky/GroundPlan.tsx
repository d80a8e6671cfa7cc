"use client";

import { useState } from "react";
import { Circle, Group, Layer, Line, Stage, Text } from "react-konva";
import { numberOf, type SiteDraft } from "@/core/draft/draft";
import { bearingTo, edgesOnPlane, type GroundPoint, groundOf, obstaclesOf, pointAt } from "@/core/draft/obstacles";
import { withValue } from "@/core/draft/paths";
import { offsetOf } from "@/core/plane/layout";
import { inTerms } from "@/core/site/terms";
import { useWidth } from "../../charts/frame/useWidth";
import { useDrawingColours } from "../drawing/colours";
import { MONO, SANS, WRITING } from "../drawing/writing";
import { useEditor } from "../EditorContext";
import { NumberField } from "../fields/DraftField";

const HEIGHT = 300;
const FIRST_WIDTH = 720;
/** A site is drawn at least so far round, m. */
const LEAST_M = 8;

/** The site from above, north up: planes and what stands round the open one, which can be dragged where they stand. */
export function GroundPlan() {
  const { terms, draft, plane, change } = useEditor();
  const { place, width } = useWidth<HTMLElement>(FIRST_WIDTH);
  const colours = useDrawingColours();
  const [dragged, setDragged] = useState("");
  const middle = groundOf(draft, plane);
  const standing = obstaclesOf(draft.planes[plane]).flatMap((obstacle, k) => {
    const [bearing, distance, across] = [numberOf(obstacle.bearingDeg), numberOf(obstacle.distanceM), numberOf(obstacle.widthM)];
    return bearing === null || distance === null
      ? []
      : [{ k, id: obstacle.id, bearing, at: pointAt(middle, bearing, distance), across: across ?? 1 }];
  });
  const outlines = draft.planes.map((_, k) => outlineOf(draft, k));
  // A far mountain would shrink the house to a dot: it is drawn at the edge.
  const reach =
    Math.min(
      200,
      Math.max(
        LEAST_M,
        ...[...standing.map(({ at }) => at), ...outlines.flat()].map(({ eastM, northM }) =>
          Math.max(Math.abs(eastM - middle.eastM) * (HEIGHT / width), Math.abs(northM - middle.northM)),
        ),
      ),
    ) * 1.15;
  const pxPerM = HEIGHT / 2 / reach;
  const x = (eastM: number) => width / 2 + (eastM - middle.eastM) * pxPerM;
  const y = (northM: number) => HEIGHT / 2 - (northM - middle.northM) * pxPerM;
  const groundAt = (px: number, py: number): GroundPoint => ({
    eastM: middle.eastM + (px - width / 2) / pxPerM,
    northM: middle.northM - (py - HEIGHT / 2) / pxPerM,
  });
  const ring = [2, 5, 10, 20, 50, 100].find((metres) => metres * pxPerM > 40) ?? 100;

  return (
    <figure ref={place} className="mt-4 min-w-0">
      <Stage width={width} height={HEIGHT} className="border border-rule-strong bg-paper">
        <Layer listening={false}>
          {[1, 2, 3, 4].map((k) => (
            <Circle key={k} x={x(middle.eastM)} y={y(middle.northM)} radius={k * ring * pxPerM} stroke={colours.rule} />
          ))}
          <Text
            x={x(middle.eastM) - 30}
            y={y(middle.northM) - ring * pxPerM - 14}
            width={60}
            align="center"
            text={inTerms(`${ring} m`, terms)}
            fontSize={WRITING}
            fontFamily={MONO}
            fill={colours.quiet}
          />
          <Line points={[20, 40, 20, 14, 15, 22, 20, 14, 25, 22]} stroke={colours.ink} strokeWidth={1.5} />
          <Text x={12} y={44} width={16} align="center" text="N" fontSize={WRITING} fontFamily={SANS} fill={colours.ink} />
        </Layer>
        <Layer>
          {outlines.map((corners, k) => (
            <Group
              key={draft.planes[k].id}
              draggable={k !== plane}
              onDragMove={(event) =>
                setDragged(
                  inTerms(
                    `${draft.planes[k].id} by ${(event.target.x() / pxPerM).toFixed(1)} m east, ${(-event.target.y() / pxPerM).toFixed(1)} m north`,
                    terms,
                  ),
                )
              }
              onDragEnd={(event) => {
                const ground = groundOf(draft, k);
                const [east, north] = [ground.eastM + event.target.x() / pxPerM, ground.northM - event.target.y() / pxPerM];
                event.target.position({ x: 0, y: 0 });
                setDragged("");
                change(
                  withValue(
                    withValue(draft, `planes.${k}.eastM`, Math.round(east * 10) / 10),
                    `planes.${k}.northM`,
                    Math.round(north * 10) / 10,
                  ),
                );
              }}
            >
              <Line
                points={corners.flatMap(({ eastM, northM }) => [x(eastM), y(northM)])}
                closed
                fill={colours.raised}
                stroke={k === plane ? colours.act : colours.ink}
                strokeWidth={k === plane ? 2 : 1.2}
              />
              <Text
                x={x(groundOf(draft, k).eastM) - 60}
                y={y(groundOf(draft, k).northM) - 6}
                width={120}
                align="center"
                text={draft.planes[k].id}
                fontSize={WRITING}
                fontFamily={MONO}
                fill={colours.ink}
              />
            </Group>
          ))}
          {standing.map(({ k, id, bearing, at, across }) => {
            const half = Math.max(5, (across / 2) * pxPerM);
            const [px, py] = [x(at.eastM), y(at.northM)];
            return (
              <Group
                key={id}
                x={px}
                y={py}
                draggable
                onDragMove={(event) => {
                  const to = bearingTo(middle, groundAt(event.target.x(), event.target.y()));
                  setDragged(inTerms(`${id} at ${to.bearingDeg}°, ${to.distanceM} m`, terms));
                }}
                onDragEnd={(event) => {
                  const to = bearingTo(middle, groundAt(event.target.x(), event.target.y()));
                  setDragged("");
                  const path = `planes.${plane}.obstacles.${k}`;
                  change(withValue(withValue(draft, `${path}.bearingDeg`, to.bearingDeg), `${path}.distanceM`, to.distanceM));
                }}
              >
                <Circle radius={14} fill={colours.paper} opacity={0.01} />
                <Line points={[-half, 0, half, 0]} rotation={bearing} stroke={colours.lost} strokeWidth={4} lineCap="round" />
                <Text x={8} y={4} text={id} fontSize={WRITING} fontFamily={MONO} fill={colours.ink} />
              </Group>
            );
          })}
        </Layer>
      </Stage>
      <figcaption className="caption">
        From above, north up. Drag obstacles{draft.planes.length > 1 ? " and other planes" : ""} to where they stand, or type it.{" "}
        <output>{dragged}</output>
      </figcaption>
      {draft.planes.length > 1 ? (
        <div className="mt-1 grid max-w-md grid-cols-2 gap-x-4">
          <NumberField
            path={`planes.${plane}.eastM`}
            label={`${draft.planes[plane].id}: m east of the site's middle`}
            unit="m"
            usual={middle.eastM}
          />
          <NumberField path={`planes.${plane}.northM`} label={`${draft.planes[plane].id}: m north of it`} unit="m" usual={middle.northM} />
        </div>
      ) : null}
    </figure>
  );
}

/** Corners of a plane on the ground. */
function outlineOf(draft: SiteDraft, k: number): GroundPoint[] {
  const plane = draft.planes[k];
  const ground = groundOf(draft, k);
  const facing = { azimuthDeg: numberOf(plane.azimuthDeg) ?? 180, tiltDeg: numberOf(plane.tiltDeg) ?? 0 };
  const edges = edgesOnPlane(draft, k);
  return [
    [edges.leftM, edges.upperM],
    [edges.rightM, edges.upperM],
    [edges.rightM, edges.lowerM],
    [edges.leftM, edges.lowerM],
  ].map(([right, up]) => {
    const { eastM, northM } = offsetOf(facing, right, up);
    return { eastM: ground.eastM + eastM, northM: ground.northM + northM };
  });
}
