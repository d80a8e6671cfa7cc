import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { undoImport } from "@/server/imports/importSeries";
import { respond } from "../../../respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const id = pathId((await params).id, "import");
    await undoImport(await currentActor(), id);
    return { id };
  });
}
