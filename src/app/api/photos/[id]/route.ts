import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { photoFile } from "@/server/findings/photos";
import { respond } from "../../respond";

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const small = new URL(request.url).searchParams.has("small");
    const bytes = await photoFile(await currentActor(), pathId((await params).id, "photo"), small);
    return new Response(new Uint8Array(bytes), {
      headers: { "content-type": "image/jpeg", "cache-control": "private, max-age=31536000, immutable" },
    });
  });
}
