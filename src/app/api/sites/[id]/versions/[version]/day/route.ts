import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { NotFoundError } from "@/core/errors/errors";
import { dateVersion } from "@/server/sites/dateVersion";
import { readJson } from "../../../../../body";
import { respond } from "../../../../../respond";

const body = z.object({ validFrom: z.iso.date().nullable() });

/** Says from which day a version holds; answers with the day that it had. */
export function PUT(request: Request, { params }: { params: Promise<{ id: string; version: string }> }) {
  return respond(request, async () => {
    const { id, version } = await params;
    if (!/^\d{1,6}$/.test(version)) throw new NotFoundError("version", version);
    const { validFrom } = await readJson(request, body);
    return dateVersion(await currentActor(), pathId(id, "site"), Number(version), validFrom);
  });
}
