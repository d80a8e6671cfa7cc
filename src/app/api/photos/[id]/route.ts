import { photoFile } from "@/server/findings/photos";
import { respond } from "../../respond";

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const bytes = await photoFile((await params).id, new URL(request.url).searchParams.has("small"));
    if (!bytes) return null;
    return new Response(new Uint8Array(bytes), {
      headers: { "content-type": "image/jpeg", "cache-control": "private, max-age=31536000, immutable" },
    });
  });
}
