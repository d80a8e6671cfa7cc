import { modelChange, whatIf } from "@/server/analysis/whatIf";
import { respond } from "../../../respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => whatIf((await params).id, modelChange.parse(await request.json()), request.signal));
}
