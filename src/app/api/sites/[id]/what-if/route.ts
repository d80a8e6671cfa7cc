import { modelChangeSchema } from "@/core/expected/options";
import { whatIf } from "@/server/analysis/whatIf";
import { respond } from "../../../respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => whatIf((await params).id, modelChangeSchema.parse(await request.json()), request.signal));
}
