import { briefSchema } from "@/server/cases/brief";
import { saveBrief } from "@/server/cases/openCase";
import { respond } from "../../../respond";

export function PUT(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await saveBrief((await params).id, briefSchema.parse(await request.json()));
    return {};
  });
}
