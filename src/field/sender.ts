import { MINUTE_MS } from "@/core/constants";
import type { Entry } from "./entry";
import { type Line, LineWatch } from "./line";
import type { Outbox } from "./outbox";
import type { Outcome } from "./outcome";
import type { Transport } from "./transport";

/** So many in a row that fail by the server's or the network's doing are enough: the rest would fare no better. */
const MOST_IN_A_ROW = 3;
/** A refused entry is tried again by itself now and then: the reason may have been set right. */
const REFUSED_AGAIN_MS = 10 * MINUTE_MS;
const FIRST_PAUSE_MS = 4000;
const LONGEST_PAUSE_MS = MINUTE_MS;

export interface SenderParts {
  outbox: Outbox;
  transport: Transport;
  /** Makes a picture small enough to send; the same one where that can't be done. */
  shrink: (picture: Blob) => Promise<Blob>;
  /** Runs work while no other tab does; calls back with false where one does. */
  alone: (work: (mine: boolean) => Promise<void>) => Promise<void>;
  /** Told how the line stands after each answer. */
  line?: LineWatch;
  nowMs?: () => number;
}

/** Sends what waits, one at a time: text before pictures, what was tried least first, so that no entry holds up another. */
export class Sender {
  readonly line: LineWatch;
  /** How long to wait before the next run, ms; grows while nothing goes through. */
  pauseMs = FIRST_PAUSE_MS;
  private running: Promise<number> | null = null;
  private runningAll = false;
  private readonly nowMs: () => number;

  constructor(private readonly parts: SenderParts) {
    this.nowMs = parts.nowMs ?? Date.now;
    this.line = parts.line ?? new LineWatch();
  }

  /**
   * Sends what can be sent now. Calls at the same time share one run.
   * @param refusedToo tries those again that were refused
   * @returns how many the server took
   */
  run(refusedToo = false): Promise<number> {
    // Whoever asks for the refused ones too isn't served by a run that leaves them out.
    if (this.running && refusedToo && !this.runningAll) return this.running.then((sent) => this.run(true).then((more) => sent + more));
    if (!this.running) this.runningAll = refusedToo;
    this.running ??= this.sendAll(refusedToo).finally(() => {
      this.running = null;
    });
    return this.running;
  }

  private async sendAll(refusedToo: boolean): Promise<number> {
    let sent = 0;
    await this.parts.outbox.ready;
    // Whether there is room again is nowhere told, so that it is tried as often as sending is.
    await this.parts.outbox.keepHeld();
    await this.parts.alone(async (mine) => {
      if (!mine) return;
      const tried = new Set<string>();
      let failed = 0;
      for (let entry = this.next(tried, refusedToo); entry; entry = this.next(tried, refusedToo)) {
        tried.add(entry.id);
        const outcome = await this.send(entry);
        await this.settle(entry, outcome);
        if (outcome.kind === "kept") sent++;
        failed = outcome.kind === "later" || outcome.kind === "unreachable" ? failed + 1 : 0;
        if (endsTheRun(outcome, failed)) break;
      }
      if (tried.size === 0) return;
      this.pauseMs = sent > 0 ? FIRST_PAUSE_MS : Math.max(this.pauseMs, Math.min(LONGEST_PAUSE_MS, this.pauseMs * 2));
    });
    return sent;
  }

  private next(tried: ReadonlySet<string>, refusedToo: boolean): Entry | undefined {
    const due = ({ id, state, changedAtMs }: Entry) =>
      !tried.has(id) &&
      (state === "waiting" || (state === "refused" && (refusedToo || Math.abs(this.nowMs() - changedAtMs) > REFUSED_AGAIN_MS)));
    const rank = ({ pictureBytes, tries, change }: Entry) => [pictureBytes === undefined ? 0 : 1, tries, change.madeMs];
    return this.parts.outbox.state.entries.filter(due).sort((a, b) => compare(rank(a), rank(b)))[0];
  }

  private async send(entry: Entry): Promise<Outcome> {
    if (entry.pictureBytes === undefined) return this.parts.transport(entry, undefined);
    let picture = await this.parts.outbox.picture(entry.id);
    if (!picture) return { kind: "refused", why: "The picture is no longer on this device", status: 0 };
    if (!entry.isSmall) {
      picture = await this.parts.shrink(picture);
      await this.parts.outbox.update(entry.id, { isSmall: true, pictureBytes: picture.size }, picture);
    }
    return this.parts.transport(entry, picture);
  }

  private async settle(entry: Entry, outcome: Outcome): Promise<void> {
    const { outbox } = this.parts;
    const tries = entry.tries + 1;
    const status = "status" in outcome ? outcome.status : undefined;
    this.line.set(lineAfter(outcome));
    // What a person let go while it was on its way stays so, unless it has arrived.
    const present = outbox.state.entries.find(({ id }) => id === entry.id);
    if (present?.state === "let-go" && outcome.kind !== "kept") return;
    if (outcome.kind === "kept") {
      await outbox.update(entry.id, { state: "sent", why: "", status, tries });
      await outbox.hearClock(outcome.nowMs);
    } else if (outcome.kind === "refused") {
      await outbox.update(entry.id, { state: "refused", why: outcome.why, status, tries });
    } else {
      await outbox.update(entry.id, { state: "waiting", why: outcome.why, status, tries });
      if (outcome.kind === "later" && outcome.afterS) this.pauseMs = Math.max(this.pauseMs, Math.min(600, outcome.afterS) * 1000);
    }
  }
}

/** Without any answer there is no line at all; a stranger's welcome page is all that comes through it. */
function endsTheRun(outcome: Outcome, failed: number): boolean {
  if (outcome.kind === "unreachable" && (outcome.status === undefined || outcome.status < 300)) return true;
  return failed >= MOST_IN_A_ROW;
}

function lineAfter(outcome: Outcome): Line {
  if (outcome.kind === "kept" || outcome.kind === "refused") return "open";
  return outcome.kind === "unreachable" && outcome.status === undefined ? "none" : "trouble";
}

function compare(a: readonly number[], b: readonly number[]): number {
  for (let k = 0; k < a.length; k++) if (a[k] !== b[k]) return a[k] - b[k];
  return 0;
}
