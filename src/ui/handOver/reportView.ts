import type { Stop } from "@/core/inspection/point";
import type { CaseView } from "@/server/cases/openCase";

/** What the report is made from. */
export type ReportView = Omit<CaseView, "walk"> & {
  /** The points of the walk by their names alone. */
  walk: { place: string; part: Stop["part"]; points: { id: string; title: string }[] }[];
};

/** A case for its report, without what only the walk needs: it goes to the browser whole. */
export function reportView(view: CaseView): ReportView {
  return {
    ...view,
    walk: view.walk.map(({ place, part, points }) => ({ place, part, points: points.map(({ id, title }) => ({ id, title })) })),
  };
}
