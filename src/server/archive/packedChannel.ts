import { Readable } from "node:stream";
import type { Transaction } from "sequelize";
import type { PackedFile } from "@/core/formats/archive/historyFiles";
import { type ChannelRecord, ReplacedDayRecord, SeriesDayRecord } from "@/db/models/series";
import type { ArchiveEntry } from "./archiveEntry";

/** So many days are read at once. */
const AT_ONCE = 1000;

type StoredDay = Pick<SeriesDayRecord, "day" | "stepMs" | "phaseMs" | "packed" | "importId"> & { replacedBy: string | null };

/** A channel's days as they are stored, those that were replaced too: an index and the values. @param place its number in the archive */
export function packedChannel({ id, kind, name }: ChannelRecord, place: number, transaction: Transaction): ArchiveEntry[] {
  const path = `series/packed/${place}`;
  return [
    {
      path: `${path}.json`,
      packs: true,
      open: async () => {
        const days: PackedFile["days"] = [];
        for await (const { packed, ...day } of storedDays(id, transaction)) days.push({ ...day, bytes: packed.length });
        const file: PackedFile = { kind, name, days };
        return Readable.from([Buffer.from(`${JSON.stringify(file)}\n`)]);
      },
    },
    {
      path: `${path}.bin`,
      packs: true,
      open: async () =>
        Readable.from(
          (async function* () {
            for await (const { packed } of storedDays(id, transaction)) yield packed;
          })(),
        ),
    },
  ];
}

/** Those that stand first, then the replaced ones; each by day. */
async function* storedDays(channelId: number, transaction: Transaction): AsyncGenerator<StoredDay> {
  const attributes = ["day", "stepMs", "phaseMs", "packed", "importId"];
  for (let offset = 0; ; offset += AT_ONCE) {
    const order: [string, string][] = [["day", "ASC"]];
    const days = await SeriesDayRecord.findAll({ attributes, where: { channelId }, order, limit: AT_ONCE, offset, transaction, raw: true });
    for (const day of days) yield { ...day, replacedBy: null };
    if (days.length < AT_ONCE) break;
  }
  for (let offset = 0; ; offset += AT_ONCE) {
    const order: [string, string][] = [
      ["day", "ASC"],
      ["replacedBy", "ASC"],
    ];
    const days = await ReplacedDayRecord.findAll({
      attributes: [...attributes, "replacedBy"],
      ...{ where: { channelId }, order, limit: AT_ONCE, offset, transaction, raw: true },
    });
    yield* days;
    if (days.length < AT_ONCE) return;
  }
}
