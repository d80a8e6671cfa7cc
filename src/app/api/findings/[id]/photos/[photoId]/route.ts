import { z } from "zod";
import { RefusedError } from "@/core/errors/errors";
import { addPhoto } from "@/server/findings/photos";
import { respond } from "../../../../respond";

const MOST_BYTES = 30_000_000;

export function PUT(request: Request, { params }: { params: Promise<{ id: string; photoId: string }> }) {
  return respond(request, async () => {
    const { id, photoId } = await params;
    z.uuid().parse(photoId);
    const bytes = Buffer.from(await request.arrayBuffer());
    if (bytes.length > MOST_BYTES) throw new RefusedError(`The picture has ${(bytes.length / 1e6).toFixed(0)} MB; at most 30 MB are taken`);
    await addPhoto(id, photoId, bytes);
    return { id: photoId };
  });
}
