import { z } from "zod";
import { currentActor } from "@/app/actor";
import { readModuleTypes, writeModuleTypes } from "@/core/formats/moduleTypesFile";
import { MOST } from "@/core/site/siteLimits";
import { dropModuleType, keepModuleTypes, moduleLibrary } from "@/server/modules/moduleLibrary";
import { readQuery, readText } from "../body";
import { download } from "../download";
import { respond } from "../respond";

/** The library of module types as a file. */
export function GET(request: Request) {
  return respond(request, async () =>
    download(writeModuleTypes(await moduleLibrary(await currentActor())), "application/json", "irradant.modules.json"),
  );
}

const keeping = z.object({ name: z.string().min(1).max(200).default("modules.json"), replace: z.enum(["yes", "no"]).default("no") });

/** Keeps the types of a file in the library. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { name, replace } = readQuery(request, keeping);
    const types = readModuleTypes(await readText(request, MOST.fileBytes), name);
    return keepModuleTypes(await currentActor(), types, replace === "yes");
  });
}

const dropping = z.object({ id: z.string().min(1).max(MOST.idCharacters) });

/** Takes a type out of the library. */
export function DELETE(request: Request) {
  return respond(request, async () => ({ dropped: await dropModuleType(await currentActor(), readQuery(request, dropping).id) }));
}
