import { Fragment } from "react";
import { Line, Rect, Text } from "react-konva";
import type { DrawingColours } from "./colours";
import { type PlaneView, SCALE_ROOM } from "./planeView";
import { MONO, SANS, WRITING } from "./writing";

/** The roof's edges, the middle of the plane, and a scale in metres. */
export function PlaneSheet({
  view,
  colours,
  edges,
}: {
  view: PlaneView;
  colours: DrawingColours;
  edges: { upper: string; lower: string };
}) {
  const [x0, y0] = [view.x(0), view.y(0)];
  const step = view.pxPerM >= 40 ? 1 : 2;
  const metres = (from: number, to: number) =>
    Array.from({ length: Math.floor(to / step) - Math.ceil(from / step) + 1 }, (_, k) => (Math.ceil(from / step) + k) * step);
  const across = metres((SCALE_ROOM - x0) / view.pxPerM, (view.width - x0) / view.pxPerM);
  const up = metres((y0 - (view.height - SCALE_ROOM)) / view.pxPerM, y0 / view.pxPerM);
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
      {across.map((m) => (
        <Fragment key={m}>
          <Line points={[view.x(m), floor, view.x(m), floor + 5]} stroke={colours.strong} />
          <Text
            x={view.x(m) - 20}
            y={floor + 7}
            width={40}
            align="center"
            text={`${m}`}
            fontSize={WRITING}
            fontFamily={MONO}
            fill={colours.quiet}
          />
        </Fragment>
      ))}
      {up.map((m) => (
        <Fragment key={m}>
          <Line points={[SCALE_ROOM - 5, view.y(m), SCALE_ROOM, view.y(m)]} stroke={colours.strong} />
          <Text
            x={0}
            y={view.y(m) - 6}
            width={SCALE_ROOM - 6}
            align="right"
            text={`${m}`}
            fontSize={WRITING}
            fontFamily={MONO}
            fill={colours.quiet}
          />
        </Fragment>
      ))}
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
