import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { dayOfParts } from "@/server/series/dayOfParts";
import { readQuery } from "../../../body";
import { respond } from "../../../respond";

const query = z.object({ day: z.iso.date("a calendar day like 2026-01-15") });

/** Power of strings and modules on one day, for the plan that plays it. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { day } = readQuery(request, query);
    return dayOfParts(await currentActor(), pathId((await params).id, "site"), day);
  });
}
