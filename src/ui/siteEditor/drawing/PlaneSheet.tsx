import { Fragment } from "react";
import { Line, Rect, Text } from "react-konva";
import { type Terms, unitIn, valueFrom } from "@/core/site/terms";
import type { DrawingColours } from "./colours";
import { type PlaneView, SCALE_ROOM } from "./planeView";
import { MONO, SANS, WRITING } from "./writing";

/** Between two strokes of the scale, in its unit: the least that leaves room for the numbers, px. */
const STEPS = [1, 2, 5, 10, 20, 50] as const;
const LEAST_STEP_PX = 40;

/** The roof's edges, the middle of the plane, and a scale in metres, or in feet where the site's people measure so. */
export function PlaneSheet({
  view,
  colours,
  edges,
  terms,
}: {
  view: PlaneView;
  colours: DrawingColours;
  edges: { upper: string; lower: string };
  terms: Terms;
}) {
  const [x0, y0] = [view.x(0), view.y(0)];
  const unitM = valueFrom(terms, 1, "m");
  const step = STEPS.find((one) => one * unitM * view.pxPerM >= LEAST_STEP_PX) ?? STEPS[STEPS.length - 1];
  /** Places of the scale's strokes, in its unit, between two lengths in metres. */
  const strokes = (fromM: number, toM: number) => {
    const [first, last] = [Math.ceil(fromM / unitM / step), Math.floor(toM / unitM / step)];
    return Array.from({ length: last - first + 1 }, (_, k) => (first + k) * step);
  };
  const across = strokes((SCALE_ROOM - x0) / view.pxPerM, (view.width - x0) / view.pxPerM);
  const up = strokes((y0 - (view.height - SCALE_ROOM)) / view.pxPerM, y0 / view.pxPerM);
  const floor = view.height - SCALE_ROOM;
  return (
    <>
      {view.roof ? (
        <Rect
          x={view.x(view.roof.leftM)}
          y={view.y(view.roof.upperM)}
          width={(view.roof.rightM - view.roof.leftM) * view.pxPerM}
          height={(view.roof.upperM - view.roof.lowerM) * view.pxPerM}
          stroke={colours.strong}
          strokeWidth={1.5}
          fill={colours.raised}
        />
      ) : null}
      <Line points={[x0 - 7, y0, x0 + 7, y0]} stroke={colours.strong} />
      <Line points={[x0, y0 - 7, x0, y0 + 7]} stroke={colours.strong} />
      <Line points={[SCALE_ROOM, 0, SCALE_ROOM, floor, view.width, floor]} stroke={colours.strong} />
      {across.map((at) => (
        <Fragment key={at}>
          <Line points={[view.x(at * unitM), floor, view.x(at * unitM), floor + 5]} stroke={colours.strong} />
          <Text
            x={view.x(at * unitM) - 20}
            y={floor + 7}
            width={40}
            align="center"
            text={`${at}`}
            fontSize={WRITING}
            fontFamily={MONO}
            fill={colours.quiet}
          />
        </Fragment>
      ))}
      {up.map((at) => (
        <Fragment key={at}>
          <Line points={[SCALE_ROOM - 5, view.y(at * unitM), SCALE_ROOM, view.y(at * unitM)]} stroke={colours.strong} />
          <Text
            x={0}
            y={view.y(at * unitM) - 6}
            width={SCALE_ROOM - 6}
            align="right"
            text={`${at}`}
            fontSize={WRITING}
            fontFamily={MONO}
            fill={colours.quiet}
          />
        </Fragment>
      ))}
      <Text x={4} y={floor + 7} text={unitIn(terms, "m")} fontSize={WRITING} fontFamily={SANS} fill={colours.quiet} />
      <Text
        x={SCALE_ROOM}
        y={4}
        width={view.width - SCALE_ROOM}
        align="center"
        text={edges.upper}
        fontSize={WRITING}
        fontFamily={SANS}
        fill={colours.quiet}
      />
      <Text
        x={SCALE_ROOM}
        y={floor - 16}
        width={view.width - SCALE_ROOM}
        align="center"
        text={edges.lower}
        fontSize={WRITING}
        fontFamily={SANS}
        fill={colours.quiet}
      />
    </>
  );
}
