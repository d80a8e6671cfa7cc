import { z } from "zod";
import { currentActor } from "@/app/actor";
import { catalogueFileOf, keepCatalogue, restoreCatalogue, shippedAgain } from "@/server/catalogue/catalogue";
import { readQuery, readText } from "../body";
import { download } from "../download";
import { respond } from "../respond";

/** Some thousand points. */
const MOST_BYTES = 3_000_000;

/** The catalogue in force as a file. */
export function GET(request: Request) {
  return respond(request, async () => download(await catalogueFileOf(await currentActor()), "application/json", "irradant.catalogue.json"));
}

const keeping = z.object({ name: z.string().min(1).max(200), note: z.string().max(400).default("") });

/** Keeps a catalogue, given as the raw body, as the firm's own. */
export function PUT(request: Request) {
  return respond(request, async () => {
    const { name, note } = readQuery(request, keeping);
    return keepCatalogue(await currentActor(), await readText(request, MOST_BYTES), name, note);
  });
}

const restoring = z.object({ version: z.coerce.number().int().positive() });

/** Puts an earlier version in force again. */
export function POST(request: Request) {
  return respond(request, async () => restoreCatalogue(await currentActor(), readQuery(request, restoring).version));
}

/** Puts the shipped one back in force. */
export function DELETE(request: Request) {
  return respond(request, async () => shippedAgain(await currentActor()));
}
