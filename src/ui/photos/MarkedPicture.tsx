import type { Mark, PhotoMarks } from "@/core/changes/photoMarks";
import { lookOn, MARK_COLOURS } from "./markLook";

interface MarkedPictureProps {
  url: string;
  /** Of the whole picture, px. */
  widthPx: number;
  heightPx: number;
  marks: PhotoMarks;
  name: string;
  className?: string;
  /** Whether its box is filled, at the cost of its edges. */
  fills?: boolean;
}

/** A photo with what is drawn over it, cut to the part that was chosen; the picture itself stays as it was taken. */
export function MarkedPicture({ url, widthPx, heightPx, marks: { crop, marks }, name, className, fills = false }: MarkedPictureProps) {
  if (marks.length === 0 && !crop) {
    return (
      // biome-ignore lint/performance/noImgElement: pictures come from this server or from the device, small already
      <img
        src={url}
        width={widthPx}
        height={heightPx}
        alt={name}
        className={`${className ?? ""} ${fills ? "object-cover" : "object-contain"}`}
      />
    );
  }
  const [from, to] = crop ? [crop.from, crop.to] : [[0, 0] as const, [1, 1] as const];
  const box = [from[0] * widthPx, from[1] * heightPx, (to[0] - from[0]) * widthPx, (to[1] - from[1]) * heightPx];
  return (
    <svg
      role="img"
      aria-label={name}
      viewBox={box.join(" ")}
      width={box[2]}
      height={box[3]}
      preserveAspectRatio={fills ? "xMidYMid slice" : "xMidYMid meet"}
      className={className}
    >
      <image href={url} width={widthPx} height={heightPx} />
      {marks.map((mark) => (
        <MarkShape key={JSON.stringify(mark)} mark={mark} widthPx={widthPx} heightPx={heightPx} />
      ))}
    </svg>
  );
}

function MarkShape({ mark, widthPx, heightPx }: { mark: Mark; widthPx: number; heightPx: number }) {
  const look = lookOn(widthPx, heightPx);
  if (mark.kind === "text") {
    const [x, y] = look.at(mark.at);
    return (
      <text
        x={x}
        y={y}
        dominantBaseline="hanging"
        fontSize={look.text}
        fontWeight={700}
        fill={MARK_COLOURS.line}
        stroke={MARK_COLOURS.edge}
        strokeWidth={look.stroke}
        paintOrder="stroke"
      >
        {mark.text}
      </text>
    );
  }
  const strokes = [
    { stroke: MARK_COLOURS.edge, strokeWidth: 2 * look.stroke },
    { stroke: MARK_COLOURS.line, strokeWidth: look.stroke },
  ];
  if (mark.kind === "ring") {
    const [[cx, cy], [rx, ry]] = [look.at(mark.at), look.at(mark.half)];
    return strokes.map((one) => <ellipse key={one.stroke} {...{ cx, cy, rx, ry }} fill="none" {...one} />);
  }
  const path = arrowPath(look.at(mark.from), look.at(mark.to), look.head);
  return strokes.map((one) => <path key={one.stroke} d={path} fill="none" strokeLinecap="round" strokeLinejoin="round" {...one} />);
}

/** A line with two short ones back from its end. */
function arrowPath([x1, y1]: [number, number], [x2, y2]: [number, number], head: number): string {
  const turn = Math.atan2(y2 - y1, x2 - x1);
  const back = (by: number) => `${x2 - head * Math.cos(turn + by)} ${y2 - head * Math.sin(turn + by)}`;
  return `M${x1} ${y1}L${x2} ${y2}M${back(0.5)}L${x2} ${y2}L${back(-0.5)}`;
}
