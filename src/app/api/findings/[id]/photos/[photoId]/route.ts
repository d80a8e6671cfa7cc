import type { ReadableStream } from "node:stream/web";
import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { RefusedError } from "@/core/errors/errors";
import { addPhoto } from "@/server/findings/photos";
import { PICTURE } from "@/server/findings/pictureLimits";
import { receiveUpload } from "@/server/uploads/receiveUpload";
import { respond } from "../../../../respond";

export function PUT(request: Request, { params }: { params: Promise<{ id: string; photoId: string }> }) {
  return respond(request, async () => {
    const { id, photoId } = await params;
    if (!z.uuid().safeParse(photoId).success) throw new RefusedError("expected a UUID made in the field", "photoId");
    if (!request.body) throw new RefusedError("found nothing, expected a picture");
    const findingId = pathId(id, "finding");
    await addPhoto(
      await currentActor(),
      findingId,
      photoId,
      await receiveUpload(request.body as ReadableStream, "picture", PICTURE.mostBytes),
    );
    return { id: photoId };
  });
}
