import { demoFile } from "@/server/demo/demoFiles";
import { respond } from "../../respond";

export function GET(request: Request, { params }: { params: Promise<{ name: string }> }) {
  return respond(request, async () => {
    const { name } = await params;
    const bytes = await demoFile(name);
    if (!bytes) return null;
    const type = name.endsWith(".jpg") ? "image/jpeg" : name.endsWith(".json") ? "application/json" : "text/csv; charset=utf-8";
    return new Response(new Uint8Array(bytes), {
      headers: { "content-type": type, "content-disposition": `attachment; filename="${name}"` },
    });
  });
}
