"use client";

import type Konva from "konva";
import { Fragment, useRef, useState } from "react";
import { Circle, Group, Layer, Line, Rect, Stage, Text } from "react-konva";
import type { DraftPlace, SiteDraft } from "@/core/draft/draft";
import { boundsOfModules, sizeOf } from "@/core/draft/modules";
import { snapped } from "@/core/draft/snap";
import { type ModuleRef, modulesOf } from "@/core/draft/wiring";
import { CLAMP_GAP_MM } from "@/core/plane/layout";
import { moduleScope } from "@/core/site/places";
import { type DrawingColours, useDrawingColours } from "./colours";
import { type PlaneView, SCALE_ROOM } from "./planeView";

const SANS = "Atkinson Hyperlegible Next Variable, sans-serif";
const MONO = "Atkinson Hyperlegible Mono Variable, monospace";
const WRITING = 12;
/** From these widths on a module's name fits on one line, on two, px. */
const [WIDTH_OF_NAME, WIDTH_OF_HALF] = [46, 26] as const;
/** A hand that shakes by less doesn't drag, px. */
const SHAKE_PX = 4;
/** What is dragged clings within this, px. */
const CLING_PX = 8;

export interface PlaneStageProps {
  draft: SiteDraft;
  plane: number;
  view: PlaneView;
  mode: "arrange" | "wire";
  picked: ReadonlySet<number>;
  /** The module that the keyboard is at; null where it isn't in the drawing. */
  cursor: number | null;
  /** The string that is being run. */
  running: string | null;
  edges: { upper: string; lower: string };
  onPick: (at: readonly number[], how: "only" | "toggle") => void;
  onMove: (rightM: number, upM: number) => void;
  onRun: (at: number) => void;
}

interface Drag {
  from: { x: number; y: number };
  /** What moves with the hand; empty while a frame is drawn round modules. */
  moving: ModuleRef[];
}

/** A plane seen square on, on a canvas: modules are dragged, picked in a frame, or run through by a string. */
export function PlaneStage({ draft, plane, view, mode, picked, cursor, running, edges, onPick, onMove, onRun }: PlaneStageProps) {
  const colours = useDrawingColours();
  const drag = useRef<Drag | null>(null);
  const [by, setBy] = useState<{ rightM: number; upM: number; atRightM: number | null; atUpM: number | null } | null>(null);
  const [frame, setFrame] = useState<{ x: number; y: number; width: number; height: number } | null>(null);
  const { places } = draft.planes[plane];

  const moduleAt = (x: number, y: number): number | null => {
    for (let at = places.length - 1; at >= 0; at--) {
      const { acrossM, upM } = sizeOf(draft, places[at]);
      if (
        Math.abs(x - view.x(places[at].rightM)) <= (acrossM / 2) * view.pxPerM &&
        Math.abs(y - view.y(places[at].upM)) <= (upM / 2) * view.pxPerM
      )
        return at;
    }
    return null;
  };

  function press({ evt, target }: Konva.KonvaEventObject<PointerEvent>) {
    const from = target.getStage()?.getPointerPosition();
    if (!from || evt.button > 0) return;
    const at = moduleAt(from.x, from.y);
    if (evt.target instanceof Element) evt.target.setPointerCapture?.(evt.pointerId);
    if (mode === "wire") {
      if (at !== null) onRun(at);
      drag.current = { from, moving: [] };
      return;
    }
    const adding = evt.shiftKey || evt.ctrlKey || evt.metaKey;
    if (at === null) {
      if (evt.pointerType === "mouse") drag.current = { from, moving: [] };
      if (!adding) onPick([], "only");
      return;
    }
    if (adding) return onPick([at], "toggle");
    const moving = picked.has(at) ? [...picked] : [at];
    if (!picked.has(at)) onPick([at], "only");
    drag.current = { from, moving: moving.map((one) => ({ plane, at: one })) };
  }

  function go({ target }: Konva.KonvaEventObject<PointerEvent>) {
    const to = target.getStage()?.getPointerPosition();
    if (!to || !drag.current) return;
    const { from, moving } = drag.current;
    if (mode === "wire") {
      const at = moduleAt(to.x, to.y);
      if (at !== null && places[at].string === undefined) onRun(at);
      return;
    }
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    if (moving.length === 0)
      return setFrame({ x: Math.min(from.x, to.x), y: Math.min(from.y, to.y), width: Math.abs(dx), height: Math.abs(dy) });
    if (!by && Math.hypot(dx, dy) < SHAKE_PX) return;
    setBy(clung(moving, dx / view.pxPerM, -dy / view.pxPerM));
  }

  function release() {
    const { moving } = drag.current ?? { moving: [] };
    drag.current = null;
    if (by && moving.length > 0) onMove(by.rightM, by.upM);
    if (frame && frame.width + frame.height > 2 * SHAKE_PX) onPick(within(frame), "only");
    setBy(null);
    setFrame(null);
  }

  function clung(moving: ModuleRef[], rightM: number, upM: number) {
    const bounds = boundsOfModules(draft, moving);
    if (!bounds) return null;
    const own = new Set(moving.map(({ at }) => at));
    const others = places.flatMap((_, at) => (own.has(at) ? [] : (boundsOfModules(draft, [{ plane, at }]) ?? [])));
    const there = {
      leftM: bounds.leftM + rightM,
      rightM: bounds.rightM + rightM,
      lowerM: bounds.lowerM + upM,
      upperM: bounds.upperM + upM,
    };
    const more = snapped(there, { others, gapM: CLAMP_GAP_MM / 1000, roof: view.roof }, CLING_PX / view.pxPerM);
    return { ...more, rightM: rightM + more.rightM, upM: upM + more.upM };
  }

  const within = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) =>
    places.flatMap(({ rightM, upM }, at) => {
      const [mx, my] = [view.x(rightM), view.y(upM)];
      return mx >= x && mx <= x + width && my >= y && my <= y + height ? [at] : [];
    });

  return (
    <Stage width={view.width} height={view.height} onPointerDown={press} onPointerMove={go} onPointerUp={release} onPointerCancel={release}>
      <Layer listening={false}>
        <Sheet view={view} colours={colours} edges={edges} />
        {by?.atRightM != null ? (
          <Line points={[view.x(by.atRightM), 0, view.x(by.atRightM), view.height]} stroke={colours.act} dash={[4, 4]} />
        ) : null}
        {by?.atUpM != null ? (
          <Line points={[SCALE_ROOM, view.y(by.atUpM), view.width, view.y(by.atUpM)]} stroke={colours.act} dash={[4, 4]} />
        ) : null}
      </Layer>
      <Layer>
        {places.map((place, at) => {
          const moved = by && drag.current?.moving.some((one) => one.at === at);
          return (
            <Module
              // biome-ignore lint/suspicious/noArrayIndexKey: a module is known by its place in the list
              key={at}
              draft={draft}
              place={place}
              view={view}
              colours={colours}
              offset={moved ? by : null}
              picked={picked.has(at)}
              cursor={cursor === at}
              running={running}
            />
          );
        })}
      </Layer>
      <Layer listening={false}>
        {draft.strings.map(({ id }) => (
          <Run
            key={id}
            draft={draft}
            plane={plane}
            stringId={id}
            view={view}
            colours={colours}
            strong={id === running}
            shown={mode === "wire"}
          />
        ))}
        {frame ? <Rect {...frame} stroke={colours.act} dash={[4, 4]} /> : null}
      </Layer>
    </Stage>
  );
}

/** The roof's edges, the middle of the plane, and a scale in metres. */
function Sheet({ view, colours, edges }: { view: PlaneView; colours: DrawingColours; edges: { upper: string; lower: string } }) {
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

function Module({
  draft,
  place,
  view,
  colours,
  offset,
  picked,
  cursor,
  running,
}: {
  draft: SiteDraft;
  place: DraftPlace;
  view: PlaneView;
  colours: DrawingColours;
  offset: { rightM: number; upM: number } | null;
  picked: boolean;
  cursor: boolean;
  running: string | null;
}) {
  const { acrossM, upM } = sizeOf(draft, place);
  const [width, height] = [acrossM * view.pxPerM, upM * view.pxPerM];
  const name = place.string === undefined ? "" : moduleScope(place.string, place.place ?? 0);
  const text = width >= WIDTH_OF_NAME ? name : width >= WIDTH_OF_HALF ? name.replace(".", "\n") : "";
  const own = running !== null && place.string === running;
  return (
    <Group x={view.x(place.rightM + (offset?.rightM ?? 0)) - width / 2} y={view.y(place.upM + (offset?.upM ?? 0)) - height / 2}>
      <Rect
        width={width}
        height={height}
        fill={colours.paper}
        stroke={picked || own ? colours.act : colours.ink}
        strokeWidth={picked || own ? 2.5 : 1}
        dash={place.string === undefined ? [5, 3] : undefined}
      />
      {picked ? <Rect width={width} height={height} fill={colours.act} opacity={0.16} listening={false} /> : null}
      {cursor ? (
        <Rect x={4} y={4} width={width - 8} height={height - 8} stroke={colours.act} strokeWidth={2} dash={[3, 3]} listening={false} />
      ) : null}
      <Text
        width={width}
        height={height}
        align="center"
        verticalAlign="middle"
        text={text}
        fontSize={WRITING}
        fontFamily={MONO}
        fill={colours.ink}
        listening={false}
      />
    </Group>
  );
}

/** A string's way from module to module, beginning at its round end. */
function Run({
  draft,
  plane,
  stringId,
  view,
  colours,
  strong,
  shown,
}: {
  draft: SiteDraft;
  plane: number;
  stringId: string;
  view: PlaneView;
  colours: DrawingColours;
  strong: boolean;
  shown: boolean;
}) {
  if (!shown) return null;
  const points = modulesOf(draft, stringId).flatMap((ref) => {
    if (ref.plane !== plane) return [];
    const place = draft.planes[plane].places[ref.at];
    // Under the names, not through them.
    const height = sizeOf(draft, place).upM * view.pxPerM;
    return [view.x(place.rightM), view.y(place.upM) + height / 2 - Math.max(5, height * 0.16)];
  });
  if (points.length === 0) return null;
  const colour = strong ? colours.act : colours.strong;
  return (
    <>
      <Line points={points} stroke={colour} strokeWidth={strong ? 3 : 1.5} lineJoin="round" lineCap="round" />
      <Circle x={points[0]} y={points[1]} radius={strong ? 5 : 3.5} fill={colour} />
    </>
  );
}
