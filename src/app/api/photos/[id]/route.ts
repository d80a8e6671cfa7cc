import type { ReadableStream } from "node:stream/web";
import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { changeSchema } from "@/core/changes/change";
import { RefusedError } from "@/core/errors/errors";
import { keepPhoto, photoFile } from "@/server/findings/photos";
import { PICTURE } from "@/server/findings/pictureLimits";
import { receiveUpload } from "@/server/uploads/receiveUpload";
import { readQuery } from "../../body";
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

/** The change that brings the photo goes with its picture, so that there is never one without the other. */
const query = z.object({
  change: z
    .string()
    .max(4000)
    .transform((text, context) => {
      try {
        return JSON.parse(text) as unknown;
      } catch {
        context.addIssue("found no JSON, expected the photo's change");
        return z.NEVER;
      }
    })
    .pipe(changeSchema),
});

export function PUT(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { change } = readQuery(request, query);
    const id = pathId((await params).id, "photo");
    if (change.kind !== "photo" || change.recordId !== id) throw new RefusedError("expected the change of this photo", "change");
    if (!request.body) throw new RefusedError("found nothing, expected a picture");
    await keepPhoto(await currentActor(), change, await receiveUpload(request.body as ReadableStream, "picture", PICTURE.mostBytes));
    return { kept: change.id, nowMs: Date.now() };
  });
}
