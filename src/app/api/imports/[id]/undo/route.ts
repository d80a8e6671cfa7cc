import { RefusedError } from "@/core/errors/errors";
import { undoImport } from "@/server/imports/importSeries";
import { respond } from "../../../respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    if (!(await undoImport((await params).id))) throw new RefusedError("A later import lies over this one: undo that one first");
    return {};
  });
}
