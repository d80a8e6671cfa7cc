import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { analysisOf, resumeAnalysis, stopAnalysis } from "@/server/analysis/analysis";
import { respond } from "../../../respond";

type Context = { params: Promise<{ id: string }> };

/** How the last analysis stands to the present data, for a page that waits for the next one. */
export function GET(request: Request, { params }: Context) {
  return respond(request, async () => {
    const { madeAt, current, goneOn, progress, stopped, failure } = await analysisOf(
      await currentActor(),
      pathId((await params).id, "site"),
    );
    return { madeAt, current, goneOn, progress, stopped, failure };
  });
}

/** Stops the one that is being made. */
export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => {
    await stopAnalysis(await currentActor(), pathId((await params).id, "site"));
    return { stopped: true };
  });
}

/** Takes it up again. */
export function POST(request: Request, { params }: Context) {
  return respond(request, async () => {
    await resumeAnalysis(await currentActor(), pathId((await params).id, "site"));
    return { stopped: false };
  });
}
