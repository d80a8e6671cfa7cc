import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { NotFoundError } from "@/core/errors/errors";
import { freshAnalysisOf } from "@/server/analysis/analysis";
import { download } from "../../../download";
import { respond } from "../../../respond";

/** The diagnosis of the present data as a file. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const id = pathId((await params).id, "site");
    const { analysis } = await freshAnalysisOf(await currentActor(), id, request.signal);
    if (!analysis) throw new NotFoundError("diagnosis of site", id);
    return download(`${JSON.stringify(analysis.diagnosis, null, 2)}\n`, "application/json", `${id}.diagnosis.json`);
  });
}
