import { analysisOf, isAnalysis } from "@/server/analysis/analysis";
import { respond } from "../../../respond";
import { download } from "../download";

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { id } = await params;
    const result = await analysisOf(id);
    return isAnalysis(result)
      ? download(`${JSON.stringify(result.diagnosis, null, 2)}\n`, "application/json", `${id}.diagnosis.json`)
      : null;
  });
}
