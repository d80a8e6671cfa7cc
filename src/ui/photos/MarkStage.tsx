"use client";

import type Konva from "konva";
import { useState } from "react";
import { Arrow, Ellipse, Group, Image, Layer, Rect, Stage, Text } from "react-konva";
import { cropBetween, type Mark, MOST_MARKS, movedBy, type Spot, spotAt } from "@/core/changes/photoMarks";
import { SANS } from "../siteEditor/drawing/writing";
import { lookOn, MARK_COLOURS } from "./markLook";
import type { MarkStageProps } from "./markStageProps";

/** A hand that moves by less has touched, not drawn: share of the picture. */
const TOUCH = 0.02;

/** A photo under the hand: drawn on with the chosen tool, marks moved where they are. Coordinates are the picture's own. */
export function MarkStage({ image, width, height, marks, tool, picked, onPick, onMarks }: MarkStageProps) {
  const [drawn, setDrawn] = useState<{ from: Spot; to: Spot } | null>(null);
  const [w, h] = [image.naturalWidth, image.naturalHeight];
  const scale = Math.min(width / w, height / h);
  const look = lookOn(w, h);
  const crop = tool === "crop" && drawn ? cropBetween(drawn.from, drawn.to) : marks.crop;

  const spotOf = ({ target }: Konva.KonvaEventObject<PointerEvent>): Spot | null => {
    const at = target.getStage()?.getPointerPosition();
    return at ? spotAt(at.x / (w * scale), at.y / (h * scale)) : null;
  };
  const press = (event: Konva.KonvaEventObject<PointerEvent>) => {
    const at = spotOf(event);
    if (!at || event.evt.button > 0) return;
    if (event.evt.target instanceof Element) event.evt.target.setPointerCapture?.(event.evt.pointerId);
    onPick(null);
    setDrawn({ from: at, to: at });
  };
  const lift = () => {
    if (!drawn) return;
    setDrawn(null);
    if (tool === "crop") return onMarks({ ...marks, crop: cropBetween(drawn.from, drawn.to) });
    const mark = marks.marks.length < MOST_MARKS ? markBetween(tool, drawn.from, drawn.to) : null;
    if (!mark) return;
    onPick(marks.marks.length);
    onMarks({ ...marks, marks: [...marks.marks, mark] });
  };
  const shapes = [...marks.marks, ...(drawn && tool !== "crop" ? [markBetween(tool, drawn.from, drawn.to)] : [])];

  return (
    <Stage
      width={w * scale}
      height={h * scale}
      scaleX={scale}
      scaleY={scale}
      style={{ touchAction: "none" }}
      onPointerMove={(event) => {
        const to = drawn && spotOf(event);
        if (to) setDrawn({ ...drawn, to });
      }}
      onPointerUp={lift}
      onPointerCancel={() => setDrawn(null)}
    >
      <Layer>
        <Image image={image} width={w} height={h} onPointerDown={press} />
        {crop ? <Shaded from={look.at(crop.from)} to={look.at(crop.to)} w={w} h={h} stroke={look.stroke} /> : null}
        {shapes.map((mark, k) =>
          mark ? (
            <Group
              // biome-ignore lint/suspicious/noArrayIndexKey: a mark is known by its place in the list
              key={k}
              draggable
              onPointerDown={() => onPick(k)}
              onDragEnd={({ target }) => {
                const moved = movedBy(mark, target.x() / w, target.y() / h);
                target.position({ x: 0, y: 0 });
                onMarks({ ...marks, marks: marks.marks.map((one, at) => (at === k ? moved : one)) });
              }}
            >
              <Shape mark={mark} look={look} picked={picked === k} />
            </Group>
          ) : null,
        )}
      </Layer>
    </Stage>
  );
}

/** What a stroke of the hand makes; null where it was none. A touch puts a small one there. */
function markBetween(tool: Exclude<MarkStageProps["tool"], "crop">, from: Spot, to: Spot): Mark | null {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const touched = Math.hypot(dx, dy) < TOUCH;
  if (tool === "text") return { kind: "text", at: from, text: "" };
  // An arrow points at what was touched, from below left; it is drawn from its tail otherwise.
  if (tool === "arrow")
    return touched ? { kind: "arrow", from: spotAt(from[0] - 0.12, from[1] + 0.12), to: from } : { kind: "arrow", from, to };
  return touched
    ? { kind: "ring", at: from, half: [0.08, 0.08] }
    : { kind: "ring", at: spotAt(from[0] + dx / 2, from[1] + dy / 2), half: spotAt(Math.abs(dx) / 2, Math.abs(dy) / 2) };
}

function Shape({ mark, look, picked }: { mark: Mark; look: ReturnType<typeof lookOn>; picked: boolean }) {
  const line = picked ? "#0d4a58" : MARK_COLOURS.line;
  if (mark.kind === "text") {
    const [x, y] = look.at(mark.at);
    return (
      <Text
        {...{ x, y }}
        text={mark.text || "…"}
        fontSize={look.text}
        fontStyle="bold"
        fontFamily={SANS}
        fill={line}
        stroke={MARK_COLOURS.edge}
        strokeWidth={look.stroke}
        fillAfterStrokeEnabled
      />
    );
  }
  const strokes = [
    { stroke: MARK_COLOURS.edge, strokeWidth: 2 * look.stroke },
    { stroke: line, strokeWidth: look.stroke },
  ];
  // A thumb finds a line that is wider than it looks.
  const found = { hitStrokeWidth: 6 * look.stroke };
  if (mark.kind === "ring") {
    const [[x, y], [radiusX, radiusY]] = [look.at(mark.at), look.at(mark.half)];
    return strokes.map((one) => <Ellipse key={one.stroke} {...{ x, y, radiusX, radiusY }} {...one} {...found} />);
  }
  const points = [...look.at(mark.from), ...look.at(mark.to)];
  return strokes.map((one) => (
    <Arrow key={one.stroke} points={points} pointerLength={look.head} pointerWidth={look.head} fill={one.stroke} {...one} {...found} />
  ));
}

/** What is cut away stands in the shade. */
function Shaded({ from, to, w, h, stroke }: { from: [number, number]; to: [number, number]; w: number; h: number; stroke: number }) {
  const shade = { fill: "rgba(18, 22, 24, 0.6)", listening: false };
  return (
    <>
      <Rect x={0} y={0} width={w} height={from[1]} {...shade} />
      <Rect x={0} y={to[1]} width={w} height={h - to[1]} {...shade} />
      <Rect x={0} y={from[1]} width={from[0]} height={to[1] - from[1]} {...shade} />
      <Rect x={to[0]} y={from[1]} width={w - to[0]} height={to[1] - from[1]} {...shade} />
      <Rect
        x={from[0]}
        y={from[1]}
        width={to[0] - from[0]}
        height={to[1] - from[1]}
        stroke={MARK_COLOURS.edge}
        strokeWidth={stroke}
        listening={false}
      />
    </>
  );
}
