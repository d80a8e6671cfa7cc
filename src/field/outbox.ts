import type { Change, ChangeKind, ChangeOf } from "@/core/changes/change";
import { nextStampMs } from "@/core/changes/stamp";
import { DAY_MS } from "@/core/constants";
import { type Device, type Entry, isOnItsWay, newEntry } from "./entry";
import { type FieldStore, memoryStore } from "./store";
import { newUuid } from "./uuid";

/** What a screen says of a change; the device adds who, where and when. */
export type Draft = { [Kind in ChangeKind]: Omit<ChangeOf<Kind>, "id" | "device" | "deviceName" | "author" | "madeMs"> }[ChangeKind] & {
  /** The photo's own id is its change's too; made here otherwise. */
  id?: string;
};

/** How the outbox stands. */
export interface OutboxState {
  /** Entries, oldest first; those just being kept too. */
  entries: readonly Entry[];
  device: Device;
  /** How many are only in memory yet. */
  keeping: number;
  /** Why this device keeps nothing; null where it does. */
  alarm: string | null;
  /** How many that have to go are held by this page alone. */
  onPageOnly: number;
}

/** How long the device remembers what it sent: pages that it keeps may be older than that. Pictures take room, and go sooner. */
const REMEMBERS_MS = { sent: 14 * DAY_MS, pictures: DAY_MS, letGo: 7 * DAY_MS };
/** A database that doesn't answer by then never will. */
const PATIENCE_MS = 5000;

/**
 * Everything that was recorded on this device and isn't kept by the server. An entry leaves it only when the server has named it
 * or a person lets it go. What the device can't keep is held in memory, sent from there, and said.
 */
export class Outbox {
  private lasting: FieldStore;
  private readonly passing: FieldStore = memoryStore();
  /** Ids in memory alone. */
  private readonly unkept = new Map<string, Entry>();
  private kept: Entry[] = [];
  private fleeting: Entry[] = [];
  private device: Device = { id: "", name: "", author: "", lastMs: 0, offsetMs: 0 };
  private alarm: string | null = null;
  /** Namings on their way into the store: until they are there what it says of names is old. */
  private naming = 0;
  private keepingHeld: Promise<void> | null = null;
  private readonly listeners = new Set<() => void>();
  private present: OutboxState;
  /** Resolves once the device is known. */
  readonly ready: Promise<void>;

  constructor(
    store: FieldStore,
    private readonly nowMs: () => number = Date.now,
    private readonly patienceMs = PATIENCE_MS,
  ) {
    this.lasting = store;
    this.present = { entries: [], device: this.device, keeping: 0, alarm: null, onPageOnly: 0 };
    this.passing.watch((entries) => {
      this.fleeting = entries;
      this.tell();
    });
    this.ready = this.open();
  }

  get state(): OutboxState {
    return this.present;
  }

  /** Calls back after each change of `state`. */
  subscribe(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /**
   * Records something. It shows in `state` at once and is kept when the promise resolves.
   * @param seenMs the latest stamp that stood on the record as it was shown: this change comes after it
   * @param atMs when it was said by this device's clock, where that isn't now
   */
  async record(draft: Draft, seenMs = 0, picture?: Blob, atMs = this.nowMs()): Promise<Entry> {
    if (this.device.id === "") await this.ready;
    const madeMs = nextStampMs(atMs + this.device.offsetMs, this.device.lastMs, seenMs);
    this.device = { ...this.device, lastMs: madeMs };
    const { id: device, name: deviceName, author } = this.device;
    const change = { ...draft, id: draft.id ?? newUuid(), device, deviceName, author, madeMs } as Change;
    return this.put(newEntry(change, this.nowMs(), picture), picture);
  }

  /** Takes in an entry that was carried here from another device; one that is here already stays as it is. */
  async takeIn(entry: Entry, picture?: Blob): Promise<boolean> {
    await this.ready;
    if (this.present.entries.some(({ id }) => id === entry.id)) return false;
    await this.put({ ...entry, state: "waiting", why: "", tries: 0, changedAtMs: this.nowMs() }, picture);
    return true;
  }

  async picture(id: string): Promise<Blob | undefined> {
    return (await this.passing.picture(id)) ?? (await this.lasting.picture(id).catch(() => undefined));
  }

  /** Changes an entry. */
  async update(id: string, values: Partial<Entry>, picture?: Blob): Promise<void> {
    const change = { ...values, changedAtMs: this.nowMs() };
    if (this.fleeting.some((entry) => entry.id === id)) return this.passing.update(id, change, picture);
    try {
      await this.lasting.update(id, change, picture);
      this.kept = await this.lasting.all();
    } catch (error) {
      // A state that can't be written is at worst sent again, and the server knows it by its id.
      this.alarmed(error);
      this.kept = this.kept.map((entry) => (entry.id === id ? { ...entry, ...change } : entry));
    }
    this.tell();
  }

  /**
   * Says what an entry was refused for anew: another change of the same record takes its place, after it, with its picture.
   * The refused one is let go, not altered: whatever became of it on its way, the new one comes after.
   */
  async replace(id: string, values: { caseId?: string; fields?: Record<string, unknown> }): Promise<void> {
    const old = this.present.entries.find((entry) => entry.id === id);
    if (!old || !isOnItsWay(old)) return;
    const { device: _device, deviceName: _name, author: _author, madeMs, id: _id, ...said } = old.change;
    const caseId = values.caseId ?? said.caseId;
    const recordId = said.kind === "brief" ? caseId : said.recordId;
    const draft = { ...said, caseId, recordId, fields: { ...said.fields, ...values.fields } } as Draft;
    await this.record(draft, madeMs, old.pictureBytes === undefined ? undefined : await this.picture(id));
    await this.update(id, { state: "let-go", why: "Said anew" });
  }

  /** Says who holds this device and what it is called; it goes with everything recorded from now on. */
  async nameDevice(names: { author?: string; name?: string }): Promise<void> {
    await this.ready;
    this.device = { ...this.device, ...names };
    this.naming++;
    await this.lasting.saveDevice(names).catch((error) => this.alarmed(error));
    this.naming--;
    this.tell();
  }

  /** Puts the device's clock right by the server's. */
  async hearClock(serverMs: number): Promise<void> {
    const offsetMs = Math.round(serverMs - this.nowMs());
    // A second or two is the line's; writing it each time would be for nothing.
    if (!Number.isFinite(offsetMs) || Math.abs(offsetMs - this.device.offsetMs) < 2000) return;
    this.device = { ...this.device, offsetMs };
    await this.lasting.saveDevice({ offsetMs }).catch(() => undefined);
  }

  /** Forgets what was sent or let go long ago. */
  async tidy(): Promise<void> {
    await this.ready;
    const older = (ms: number) => (entry: Entry) => Math.abs(this.nowMs() - entry.changedAtMs) > ms;
    const sent = this.kept.filter(({ state }) => state === "sent");
    const letGo = this.kept.filter(({ state }) => state === "let-go");
    const gone = [...sent.filter(older(REMEMBERS_MS.sent)), ...letGo.filter(older(REMEMBERS_MS.letGo))];
    const pictures = sent.filter((entry) => entry.pictureBytes !== undefined && older(REMEMBERS_MS.pictures)(entry));
    if (pictures.length > 0) await this.lasting.remove(ids(pictures), "pictures").catch(() => undefined);
    if (gone.length > 0) await this.lasting.remove(ids(gone)).catch(() => undefined);
  }

  /** Keeps what this page alone holds, once there is room for it: a full device may have been emptied meanwhile, and a page is soon gone. */
  keepHeld(): Promise<void> {
    this.keepingHeld ??= this.keepAllHeld().finally(() => {
      this.keepingHeld = null;
    });
    return this.keepingHeld;
  }

  private async keepAllHeld(): Promise<void> {
    if (this.lasting === this.passing) return;
    for (const { id } of this.fleeting.filter(isOnItsWay)) {
      const held = this.fleeting.find((entry) => entry.id === id);
      if (!held) continue;
      try {
        await this.inTime(this.lasting.add(held, await this.passing.picture(id)));
        await this.keptAfterAll(id);
      } catch {
        // Still no room: the alarm stands, and the next call tries again.
        return;
      }
    }
  }

  private async open(): Promise<void> {
    try {
      this.device = await this.inTime(this.lasting.open());
      this.kept = await this.inTime(this.lasting.all());
      this.lasting.watch((entries, device) => {
        this.kept = entries;
        // What another tab learned of the device holds here too.
        const { name, author } = this.naming > 0 ? this.device : device;
        this.device = { ...device, name, author, lastMs: Math.max(device.lastMs, this.device.lastMs) };
        this.tell();
      });
    } catch (error) {
      this.lasting = this.passing;
      this.device = await this.passing.open();
      this.alarmed(error);
    }
    this.tell();
  }

  private async put(entry: Entry, picture?: Blob): Promise<Entry> {
    this.unkept.set(entry.id, entry);
    this.tell();
    const keeping = this.keepLasting(entry, picture);
    try {
      await this.inTime(keeping);
      this.kept = await this.lasting.all();
      this.calmed();
      void this.keepHeld();
    } catch (error) {
      this.alarmed(error);
      await this.passing.add(entry, picture);
      // A write that only took long, because the device slept in its middle, is kept after all.
      keeping.then(() => this.keptAfterAll(entry.id)).catch(() => undefined);
    } finally {
      this.unkept.delete(entry.id);
      this.tell();
    }
    return entry;
  }

  private async keptAfterAll(id: string): Promise<void> {
    if (this.lasting === this.passing) return;
    this.kept = await this.lasting.all();
    const held = this.fleeting.find((entry) => entry.id === id);
    if (held) await this.lasting.update(id, held);
    await this.passing.remove([id]);
    this.calmed();
    this.tell();
  }

  /** There is room again, and nothing is left that only this page holds. */
  private calmed(): void {
    if (this.lasting !== this.passing && !this.fleeting.some(isOnItsWay)) this.alarm = null;
  }

  /** Where there is no room, pictures that the server has make some. */
  private async keepLasting(entry: Entry, picture?: Blob): Promise<void> {
    try {
      await this.lasting.add(entry, picture);
    } catch (error) {
      const sent = this.kept.filter(({ state, pictureBytes }) => state === "sent" && pictureBytes !== undefined);
      if (sent.length === 0) throw error;
      await this.lasting.remove(ids(sent), "pictures");
      await this.lasting.add(entry, picture);
    }
  }

  private async inTime<T>(work: Promise<T>): Promise<T> {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const late = new Promise<never>((_, reject) => {
      timer = setTimeout(() => reject(new Error("the browser's database doesn't answer")), this.patienceMs);
    });
    return Promise.race([work, late]).finally(() => clearTimeout(timer));
  }

  private alarmed(error: unknown): void {
    const { name, message } = error as Error;
    const full = /quota/i.test(`${name} ${message}`);
    this.alarm = full
      ? "This device has no room left: what you record now is held by this page alone"
      : "This browser keeps nothing on the device: what you record is held by this page alone";
  }

  private tell(): void {
    const known = new Map(this.kept.map((entry) => [entry.id, entry]));
    for (const entry of [...this.fleeting, ...this.unkept.values()]) known.set(entry.id, entry);
    const entries = [...known.values()].sort((a, b) => a.change.madeMs - b.change.madeMs || (a.id < b.id ? -1 : 1));
    const onPageOnly = this.fleeting.filter(isOnItsWay).length;
    this.present = { entries, device: this.device, keeping: this.unkept.size, alarm: this.alarm, onPageOnly };
    for (const listener of this.listeners) listener();
  }
}

const ids = (entries: readonly Entry[]) => entries.map(({ id }) => id);
