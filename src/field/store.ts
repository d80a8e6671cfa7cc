import Dexie, { liveQuery, type Table } from "dexie";
import type { Device, Entry } from "./entry";
import { newUuid } from "./uuid";

/** What keeps entries. Every write is done whole or not at all, and is kept once its promise resolves. */
export interface FieldStore {
  /** Opens it and tells what the device is. @throws where this device keeps nothing */
  open(): Promise<Device>;
  /** Changes what the device knows of itself; its last stamp never goes back. */
  saveDevice(values: Partial<Device>): Promise<void>;
  all(): Promise<Entry[]>;
  add(entry: Entry, picture?: Blob): Promise<void>;
  /** Changes an entry that is there; of the picture too where one is given. */
  update(id: string, values: Partial<Entry>, picture?: Blob): Promise<void>;
  picture(id: string): Promise<Blob | undefined>;
  /** Forgets entries, or only their pictures. */
  remove(ids: readonly string[], what?: "entries" | "pictures"): Promise<void>;
  /** Calls back with all entries and the device now and after each change, by whatever tab. */
  watch(tell: (entries: Entry[], device: Device) => void): () => void;
}

type Tables = Dexie & {
  entries: Table<Entry, string>;
  pictures: Table<{ id: string; picture: Blob }, string>;
  device: Table<Device, string>;
};

export function newDevice(): Device {
  return { id: newUuid(), name: "", author: "", lastMs: 0, offsetMs: 0 };
}

/** Keeps entries in the browser's own database, which outlives tabs, reloads and empty batteries. */
export function browserStore(name = "irradant-field"): FieldStore {
  const db = new Dexie(name, { chromeTransactionDurability: "strict" }) as Tables;
  db.version(1).stores({ entries: "id", pictures: "id", device: "" });
  const KEY = "this";
  return {
    async open() {
      return db.transaction("rw", db.device, async () => {
        const known = await db.device.get(KEY);
        if (known) return known;
        const device = newDevice();
        await db.device.put(device, KEY);
        return device;
      });
    },
    async saveDevice(values) {
      // Another tab may have changed the rest: only what is told is written.
      await db.transaction("rw", db.device, async () => {
        const known = (await db.device.get(KEY)) ?? newDevice();
        await db.device.put({ ...known, ...values, lastMs: Math.max(known.lastMs, values.lastMs ?? 0) }, KEY);
      });
    },
    all: () => db.entries.toArray(),
    async add(entry, picture) {
      await db.transaction("rw", db.entries, db.pictures, db.device, async () => {
        const known = await db.device.get(KEY);
        if (known && known.id === entry.change.device)
          await db.device.put({ ...known, lastMs: Math.max(known.lastMs, entry.change.madeMs) }, KEY);
        await db.entries.put(entry);
        if (picture) await db.pictures.put({ id: entry.id, picture });
      });
    },
    async update(id, values, picture) {
      await db.transaction("rw", db.entries, db.pictures, async () => {
        if ((await db.entries.update(id, values)) > 0 && picture) await db.pictures.put({ id, picture });
      });
    },
    picture: async (id) => (await db.pictures.get(id))?.picture,
    async remove(ids, what = "entries") {
      await db.transaction("rw", db.entries, db.pictures, async () => {
        await db.pictures.bulkDelete([...ids]);
        if (what === "entries") await db.entries.bulkDelete([...ids]);
      });
    },
    watch(tell) {
      const all = async () => ({ entries: await db.entries.toArray(), device: await db.device.get(KEY) });
      const watching = liveQuery(all).subscribe({
        next: ({ entries, device }) => device && tell(entries, device),
        error: () => undefined,
      });
      return () => watching.unsubscribe();
    },
  };
}

/** Keeps entries for as long as the page lives: where the device keeps nothing, they are sent from here or carried out. */
export function memoryStore(): FieldStore {
  const entries = new Map<string, Entry>();
  const pictures = new Map<string, Blob>();
  const watchers = new Set<(entries: Entry[], device: Device) => void>();
  let device = newDevice();
  const told = () => {
    for (const tell of watchers) tell([...entries.values()], device);
  };
  return {
    open: async () => device,
    async saveDevice(values) {
      device = { ...device, ...values };
      told();
    },
    all: async () => [...entries.values()],
    async add(entry, picture) {
      entries.set(entry.id, entry);
      if (picture) pictures.set(entry.id, picture);
      told();
    },
    async update(id, values, picture) {
      const entry = entries.get(id);
      if (!entry) return;
      entries.set(id, { ...entry, ...values });
      if (picture) pictures.set(id, picture);
      told();
    },
    picture: async (id) => pictures.get(id),
    async remove(ids, what = "entries") {
      for (const id of ids) {
        pictures.delete(id);
        if (what === "entries") entries.delete(id);
      }
      told();
    },
    watch(tell) {
      watchers.add(tell);
      tell([...entries.values()], device);
      return () => watchers.delete(tell);
    },
  };
}
