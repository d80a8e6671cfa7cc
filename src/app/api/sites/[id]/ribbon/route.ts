import { ribbonCells } from "@/server/analysis/analysis";
import { respond } from "../../../respond";

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const cells = await ribbonCells((await params).id);
    return (
      cells && new Response(new Uint8Array(cells), { headers: { "content-type": "application/octet-stream", "cache-control": "no-store" } })
    );
  });
}
