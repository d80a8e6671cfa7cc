import type { Readable } from "node:stream";
import type { Transaction } from "sequelize";
import { FormatError } from "@/core/errors/formatError";
import { ChannelRecord } from "@/db/models/series";
import { putDays, putReplacedDays } from "@/db/seriesStore";
import type { ArchiveContents } from "./contents";
import type { ReadArchive } from "./readArchive";

/** So many days are stored at once. */
const AT_ONCE = 1000;

/** Stores a channel's days as they were, those that were replaced too. @throws FormatError where the values are fewer or more than the index says */
export async function storeDays(
  siteId: string,
  archive: ReadArchive,
  { index: { kind, name, days }, binPath }: ArchiveContents["packed"][number],
  transaction: Transaction,
): Promise<void> {
  const channel = await ChannelRecord.create({ siteId, kind, name }, { transaction });
  const cut = new Cutter(await archive.stream(binPath));
  const wrong = (found: string) => new FormatError({ file: binPath, found, expected: "as many values as the index says" });
  for (let k = 0; k < days.length; k += AT_ONCE) {
    const rows: (Omit<(typeof days)[number], "bytes"> & { channelId: number; packed: Buffer })[] = [];
    for (const { bytes, ...day } of days.slice(k, k + AT_ONCE)) {
      const packed = await cut.next(bytes);
      if (!packed) throw wrong("fewer values");
      rows.push({ ...day, channelId: channel.id, packed });
    }
    await putDays(
      rows.filter(({ replacedBy }) => replacedBy === null).map(({ replacedBy: _, ...row }) => row),
      () => name,
      transaction,
    );
    await putReplacedDays(
      rows.flatMap(({ replacedBy, ...row }) => (replacedBy === null ? [] : [{ ...row, replacedBy }])),
      transaction,
    );
  }
  if (await cut.next(1)) throw wrong("more values");
}

/** Cuts a stream into pieces of given lengths. */
class Cutter {
  private readonly chunks: AsyncIterator<Buffer>;
  private rest: Buffer = Buffer.alloc(0);

  constructor(stream: Readable) {
    this.chunks = stream[Symbol.asyncIterator]() as AsyncIterator<Buffer>;
  }

  /** The next so many bytes; null where the stream ends before. */
  async next(bytes: number): Promise<Buffer | null> {
    const parts = [this.rest];
    let length = this.rest.length;
    while (length < bytes) {
      const { value, done } = await this.chunks.next();
      if (done) return null;
      parts.push(value);
      length += value.length;
    }
    const all = Buffer.concat(parts, length);
    this.rest = all.subarray(bytes);
    return all.subarray(0, bytes);
  }
}
