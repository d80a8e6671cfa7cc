import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { registerFor, takeRegister, undoRegister } from "@/server/register/register";
import { readQuery, readText } from "../../../body";
import { download } from "../../../download";
import { respond } from "../../../respond";

/** Some ten thousand parts with their notes. */
const MOST_BYTES = 5_000_000;
const query = z.object({ name: z.string().min(1).max(200) });
type Params = { params: Promise<{ id: string }> };

/** The register as a file. */
export function GET(request: Request, { params }: Params) {
  return respond(request, async () => {
    const id = pathId((await params).id, "site");
    return download(await registerFor(await currentActor(), id), "text/csv", `${id}.register.csv`);
  });
}

/** Takes a register as the raw body. */
export function POST(request: Request, { params }: Params) {
  return respond(request, async () => {
    const { name } = readQuery(request, query);
    return takeRegister(await currentActor(), pathId((await params).id, "site"), await readText(request, MOST_BYTES), name);
  });
}

/** Brings back the register before the last file. */
export function DELETE(request: Request, { params }: Params) {
  return respond(request, async () => {
    await undoRegister(await currentActor(), pathId((await params).id, "site"));
    return { undone: true };
  });
}
