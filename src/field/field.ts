import { LineWatch } from "./line";
import { Outbox } from "./outbox";
import { shrinkPicture } from "./pictures/shrink";
import { Sender } from "./sender";
import { browserStore } from "./store";
import { httpTransport } from "./transport";

/** The field's way of keeping in this tab: where things are recorded, and what sends them. */
export interface Field {
  outbox: Outbox;
  sender: Sender;
  line: LineWatch;
}

let field: Field | undefined;

/** The one of this tab; made at the first call, in a browser only. */
export function theField(): Field {
  if (!field) {
    const [outbox, line] = [new Outbox(browserStore()), new LineWatch()];
    field = { outbox, line, sender: new Sender({ outbox, line, transport: httpTransport, shrink: shrinkPicture, alone }) };
  }
  return field;
}

const LOCK = "irradant-field-sends";

/** One tab sends. Without locks (plain http) several may: the server knows each entry by its id. */
async function alone(work: (mine: boolean) => Promise<void>): Promise<void> {
  if (!navigator.locks) return work(true);
  await navigator.locks.request(LOCK, { ifAvailable: true }, (lock) => work(lock !== null));
}

let asked = false;

/** Asks the browser, once, to keep what is recorded even when it runs short of room. */
export async function askToKeep(): Promise<void> {
  if (asked) return;
  asked = true;
  await navigator.storage?.persist?.().catch(() => false);
}

/** Whether the browser has promised that; null where it doesn't say. */
export async function isPromised(): Promise<boolean | null> {
  return (await navigator.storage?.persisted?.().catch(() => null)) ?? null;
}
