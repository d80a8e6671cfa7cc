"use client";

import { Layer, Line, Rect, Stage } from "react-konva";
import { draftTerms } from "@/core/draft/draft";
import { useDrawingColours } from "./colours";
import { ModuleShape } from "./ModuleShape";
import { PlaneSheet } from "./PlaneSheet";
import type { PlaneStageProps } from "./planeStageProps";
import { SCALE_ROOM } from "./planeView";
import { StringRun } from "./StringRun";
import { usePlaneHand } from "./usePlaneHand";

/** A plane seen square on, on a canvas: modules are dragged, picked in a frame, or run through by a string. */
export function PlaneStage(props: PlaneStageProps) {
  const { draft, plane, view, mode, picked, cursor, running, edges } = props;
  const colours = useDrawingColours();
  const { by, frame, moves, press, go, release } = usePlaneHand(props);
  return (
    <Stage width={view.width} height={view.height} onPointerDown={press} onPointerMove={go} onPointerUp={release} onPointerCancel={release}>
      <Layer listening={false}>
        <PlaneSheet view={view} colours={colours} edges={edges} terms={draftTerms(draft)} />
        {by?.atRightM != null ? (
          <Line points={[view.x(by.atRightM), 0, view.x(by.atRightM), view.height]} stroke={colours.act} dash={[4, 4]} />
        ) : null}
        {by?.atUpM != null ? (
          <Line points={[SCALE_ROOM, view.y(by.atUpM), view.width, view.y(by.atUpM)]} stroke={colours.act} dash={[4, 4]} />
        ) : null}
      </Layer>
      <Layer>
        {draft.planes[plane].places.map((place, at) => (
          <ModuleShape
            // biome-ignore lint/suspicious/noArrayIndexKey: a module is known by its place in the list
            key={at}
            draft={draft}
            place={place}
            view={view}
            colours={colours}
            offset={moves(at) ? by : null}
            picked={picked.has(at)}
            cursor={cursor === at}
            running={running}
          />
        ))}
      </Layer>
      <Layer listening={false}>
        {draft.strings.map(({ id }) => (
          <StringRun
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
