import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { z } from "zod";
import { changeSchema } from "@/core/changes/change";
import { RefusedError } from "@/core/errors/errors";
import { isOnItsWay, newEntry } from "./entry";
import type { Outbox } from "./outbox";

const FORMAT = "irradant-field/1";
const LIST = "entries.json";
/** A week of a busy crew; a phone couldn't hold much more in memory either. */
const MOST_BYTES = 1_000_000_000;

const listSchema = z.object({
  format: z.literal(FORMAT),
  entries: z.array(z.object({ change: z.unknown(), keptAtMs: z.number(), picture: z.string().max(200).nullable() })).max(100_000),
});

/** Everything that waits or was refused, with its pictures, as one file (a zip archive) to carry to another machine. */
export async function carryOut(outbox: Outbox): Promise<Blob> {
  const files: Record<string, Uint8Array> = {};
  const entries: z.infer<typeof listSchema>["entries"] = [];
  for (const { id, change, keptAtMs, pictureBytes } of outbox.state.entries.filter(isOnItsWay)) {
    const picture = pictureBytes === undefined ? undefined : await outbox.picture(id);
    const name = picture ? `pictures/${id}` : null;
    if (picture && name) files[name] = new Uint8Array(await picture.arrayBuffer());
    entries.push({ change, keptAtMs, picture: name });
  }
  files[LIST] = strToU8(JSON.stringify({ format: FORMAT, entries }, null, 1));
  // Pictures are packed already: stored as they are, the file is made in a moment.
  return new Blob([zipSync(files, { level: 0 }) as BlobPart], { type: "application/zip" });
}

/** What came of taking a carried file in. */
export interface TakenIn {
  taken: number;
  /** Were here already. */
  known: number;
  /** One line for each entry that couldn't be read. */
  faults: string[];
}

/**
 * Takes in what was carried out of another device; it goes on its way to the server from here, as what it was made: the same
 * changes, by whom and when. What the server has already it knows by its id.
 * @throws RefusedError where it isn't such a file; nothing of it is taken then
 */
export async function takeIn(outbox: Outbox, file: Blob): Promise<TakenIn> {
  if (file.size > MOST_BYTES)
    throw new RefusedError(`The file has ${Math.round(file.size / 1e6)} MB; at most ${MOST_BYTES / 1e6} are taken in`);
  const files = unpacked(new Uint8Array(await file.arrayBuffer()));
  const list = readList(files[LIST]);
  const result: TakenIn = { taken: 0, known: 0, faults: [] };
  for (const [k, { change: said, keptAtMs, picture: name }] of list.entries()) {
    const change = changeSchema.safeParse(said);
    const picture = name === null ? undefined : files[name];
    if (!change.success) {
      const [{ path, message }] = change.error.issues;
      result.faults.push(`Entry ${k + 1}, ${path.join(".")}: ${message}`);
    } else if (name !== null && !picture) {
      result.faults.push(`Entry ${k + 1}: its picture ${name} isn't in the file`);
    } else {
      const blob = picture && new Blob([picture as BlobPart], { type: "image/jpeg" });
      const taken = await outbox.takeIn(newEntry(change.data, keptAtMs, blob), blob);
      result[taken ? "taken" : "known"]++;
    }
  }
  return result;
}

function unpacked(bytes: Uint8Array): Record<string, Uint8Array> {
  let whole = 0;
  try {
    return unzipSync(bytes, {
      filter: ({ originalSize }) => {
        whole += originalSize;
        if (whole > MOST_BYTES) throw new RefusedError("The file unpacks to more than is taken in");
        return true;
      },
    });
  } catch (error) {
    if (error instanceof RefusedError) throw error;
    throw new RefusedError("This isn't a whole file of what waited on a device (a zip archive)");
  }
}

function readList(bytes: Uint8Array | undefined) {
  try {
    return listSchema.parse(JSON.parse(strFromU8(bytes ?? new Uint8Array()))).entries;
  } catch {
    throw new RefusedError(`This archive holds no ${LIST} of what waited on a device`);
  }
}
