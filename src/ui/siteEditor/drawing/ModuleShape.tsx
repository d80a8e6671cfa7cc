import { Group, Rect, Text } from "react-konva";
import type { DraftPlace, SiteDraft } from "@/core/draft/draft";
import { sizeOf } from "@/core/draft/modules";
import { moduleScope } from "@/core/site/places";
import type { DrawingColours } from "./colours";
import type { PlaneView } from "./planeView";
import { MONO, WRITING } from "./writing";

/** From these widths on a module's name fits on one line, on two, px. */
const [WIDTH_OF_NAME, WIDTH_OF_HALF] = [46, 26] as const;

/** A module where it lies, under the name that its string gives it; dashed while it is wired to nothing. */
export function ModuleShape({
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
