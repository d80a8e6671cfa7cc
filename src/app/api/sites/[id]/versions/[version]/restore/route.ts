import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { NotFoundError } from "@/core/errors/errors";
import { restoreVersion } from "@/server/sites/saveSite";
import { respond } from "../../../../../respond";

/** Makes an older as-built the present one again. */
export function POST(request: Request, { params }: { params: Promise<{ id: string; version: string }> }) {
  return respond(request, async () => {
    const { id, version } = await params;
    if (!/^\d{1,6}$/.test(version)) throw new NotFoundError("version", version);
    return restoreVersion(await currentActor(), pathId(id, "site"), Number(version));
  });
}
