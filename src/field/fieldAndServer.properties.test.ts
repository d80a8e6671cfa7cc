import "fake-indexeddb/auto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { afterAll, beforeAll, expect, it } from "vitest";
import { POST } from "@/app/api/changes/route";
import { caseRecords } from "@/core/changes/caseRecords";
import {
  type BriefFields,
  type FindingFields,
  factsRecordId,
  type OverrulingFields,
  partRecordId,
  type ReportFields,
  reportRecordId,
  type WorkFields,
  workRecordId,
} from "@/core/changes/change";
import { exampleSite } from "@/core/simulator/exampleSite";
import { BUILT_IN_ACTOR as ME } from "@/server/actor";
import { createCase } from "@/server/cases/createCase";
import { openCase } from "@/server/cases/openCase";
import { closeDatabase } from "@/server/database";
import { saveSite } from "@/server/sites/saveSite";
import { closePool } from "@/server/work/pool";
import { Outbox } from "./outbox";
import { type Outcome, readAnswer } from "./outcome";
import { Sender } from "./sender";
import { browserStore } from "./store";

/*
 * Random days in the field: devices with two tabs each record, correct, take back and undo while lines break before and after
 * the server, strangers answer, answers get lost, requests arrive twice and late, tabs are reloaded and clocks are set. At the
 * end all lines are good again. Then what stands on the server has to be what was typed, each thing once.
 */

const folder = mkdtempSync(join(tmpdir(), "irradant-days-"));
let cases = 0;
beforeAll(async () => {
  process.env.IRRADANT_DATA = folder;
  await saveSite(ME, exampleSite(), "As built");
});
afterAll(async () => {
  await closePool();
  await closeDatabase();
  rmSync(folder, { recursive: true });
});

/** What the line does with a request. */
const LINES = ["good", "down", "answer lost", "portal", "twice", "late", "server error", "forbidden page"] as const;
type LineKind = (typeof LINES)[number];

const RECORDS = ["a", "b", "c"] as const;
const step = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({ do: fc.constant("set" as const), device: fc.nat(1), tab: fc.nat(1), record: fc.constantFrom(...RECORDS) }),
  },
  { weight: 2, arbitrary: fc.record({ do: fc.constant("brief" as const), device: fc.nat(1), tab: fc.nat(1) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("report" as const), device: fc.nat(1), tab: fc.nat(1) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("work" as const), device: fc.nat(1), tab: fc.nat(1) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("facts" as const), device: fc.nat(1), tab: fc.nat(1) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant("part" as const), device: fc.nat(1), tab: fc.nat(1) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant("judge" as const), device: fc.nat(1), tab: fc.nat(1) }) },
  {
    weight: 4,
    arbitrary: fc.record({ do: fc.constant("send" as const), device: fc.nat(1), tab: fc.nat(1), line: fc.constantFrom(...LINES) }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("reload" as const), device: fc.nat(1), tab: fc.nat(1) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant("look" as const), device: fc.nat(1) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("clock" as const), device: fc.nat(1), byS: fc.integer({ min: -9000, max: 9000 }) }) },
);

type Step = typeof step extends fc.Arbitrary<infer Value> ? Value : never;

/** A server with a line to it that does what it is told, and lets late requests in when asked. */
function lineTo(trueMs: () => number) {
  let kind: LineKind = "good";
  const late: string[] = [];
  const post = (body: string) =>
    POST(new Request("http://roofs.example/api/changes", { method: "POST", body, headers: { "content-type": "application/json" } }));
  return {
    set: (next: LineKind) => {
      kind = next;
    },
    /** The requests that had hung somewhere come in now, the last one first. */
    async letLateIn() {
      for (const body of late.splice(0).reverse()) expect((await post(body)).status).toBe(200);
    },
    async transport({ id, change }: { id: string; change: object }): Promise<Outcome> {
      const body = JSON.stringify(change);
      const none: Outcome = { kind: "unreachable", why: "No connection" };
      if (kind === "down") return none;
      if (kind === "portal") return readAnswer(id, 200, "<html>Sign in</html>");
      if (kind === "forbidden page") return readAnswer(id, 403, "<html>No</html>");
      if (kind === "server error") return readAnswer(id, 500, '{"error":"Something failed here"}');
      if (kind === "late") {
        late.push(body);
        return none;
      }
      const response = await post(body);
      if (kind === "twice") await post(body);
      const outcome = readAnswer(id, response.status, await response.text());
      if (kind === "answer lost") return none;
      // The day is a made-up one, the server's clock too.
      return outcome.kind === "kept" ? { ...outcome, nowMs: trueMs() } : outcome;
    },
  };
}

class Phone {
  private readonly name = `days-${cases}-${crypto.randomUUID()}`;
  offsetMs = 0;
  tabs: Outbox[] = [];
  /** What this device has seen of each record on the server: its latest stamps. */
  seen = new Map<string, number>();
  constructor(readonly clock: () => number) {
    this.tabs = [this.open(), this.open()];
  }
  private open() {
    return new Outbox(browserStore(this.name), () => this.clock() + this.offsetMs);
  }
  reload(tab: number) {
    this.tabs[tab] = this.open();
  }
  sender(tab: number, transport: ReturnType<typeof lineTo>["transport"]) {
    return new Sender({ outbox: this.tabs[tab], transport, shrink: async (picture) => picture, alone: (work) => work(true) });
  }
}

/** Stamps that a screen of a tab shows of a record: the server's as last seen, and its own that wait. */
function seenOf(phone: Phone, tab: number, recordId: string): number {
  const own = phone.tabs[tab].state.entries.filter(({ change }) => change.recordId === recordId);
  return own.reduce((ms, { change }) => Math.max(ms, change.madeMs), phone.seen.get(recordId) ?? 0);
}

interface Typed {
  value: string | boolean;
  device: number;
  id: string;
}

async function day(steps: Step[], devices: number, clocksMayBeSet: boolean) {
  const caseId = await createCase(ME, { siteId: "example", kind: "routine", title: `Day ${cases++}` });
  let nowMs = Date.parse("2026-05-01T08:00:00Z");
  const line = lineTo(() => nowMs);
  const phones = Array.from({ length: devices }, () => new Phone(() => nowMs));
  const ids = new Map<string, string>(RECORDS.map((record) => [record, crypto.randomUUID()]));
  const judged = crypto.randomUUID();
  const partId = crypto.randomUUID();
  const [told, parted] = [factsRecordId(caseId), partRecordId(caseId, partId)];
  const [reported, worked] = [reportRecordId(caseId), workRecordId(caseId, "mend-string", "s2")];
  /** By record and field: everything that was typed, in the true order of typing. */
  const typed = new Map<string, Typed[]>();
  let count = 0;
  const note = (key: string, value: string | boolean, device: number, id: string) =>
    typed.set(key, [...(typed.get(key) ?? []), { value, device, id }]);
  for (const now of steps) {
    nowMs += 1000;
    const phone = phones[now.device % devices];
    const device = now.device % devices;
    if (now.do !== "send" && now.do !== "reload" && now.do !== "look" && now.do !== "clock") {
      const oneOf = { judge: judged, brief: caseId, report: reported, work: worked, facts: told, part: parted };
      const recordId = now.do === "set" ? (ids.get(now.record) as string) : oneOf[now.do];
      count++;
      const findingSteps: Partial<FindingFields>[] = [
        { gradeId: ["watch", "fix", "stop"][count % 3] },
        { note: `n${count}` },
        { takenBack: count % 2 === 0 },
        { gradeId: "fix", place: `s${count}` },
      ];
      const briefSteps: Partial<BriefFields>[] = [{ hazards: `h${count}` }, { access: `a${count}` }];
      const judgement: Partial<OverrulingFields> = { holds: count % 2 === 0 ? "no" : "yes", reason: `r${count}` };
      const reportSteps: Partial<ReportFields>[] = [{ remarks: `m${count}` }, { technician: `t${count}` }];
      const workSteps: Partial<WorkFields>[] = [{ cost: `${count}` }, { leftOut: count % 4 === 1 }];
      const fields = {
        set: findingSteps[count % 4],
        brief: briefSteps[count % 2],
        judge: judgement,
        report: reportSteps[count % 2],
        work: workSteps[count % 2],
        facts: { conduit: ["metal", "plastic", "none"][count % 3] },
        // A part is one from the word on that says what it is.
        part: { kind: "isolator", ...[{ serial: `n${count}` }, { condition: "fix", note: `p${count}` }][count % 2] },
      }[now.do];
      const about = {
        set: { kind: "finding", pointId: "isolator-box" },
        brief: { kind: "brief" },
        judge: { kind: "overruling", cause: "string-open", scope: "s2" },
        report: { kind: "report" },
        work: { kind: "work", work: "mend-string", scope: "s2" },
        facts: { kind: "facts" },
        part: { kind: "part", partId },
      }[now.do];
      const what = { ...about, fields };
      const { id } = await phone.tabs[now.tab].record({ caseId, recordId, ...what } as never, seenOf(phone, now.tab, recordId));
      for (const [name, value] of Object.entries(fields)) note(`${recordId}.${name}`, value, device, id);
    } else if (now.do === "send") {
      line.set(now.line);
      await phone.sender(now.tab, line.transport).run(true);
    } else if (now.do === "reload") {
      phone.reload(now.tab);
      await phone.tabs[now.tab].ready;
    } else if (now.do === "look") {
      for (const change of (await openCase(ME, caseId)).field.changes)
        phone.seen.set(change.recordId, Math.max(phone.seen.get(change.recordId) ?? 0, change.madeMs));
    } else if (clocksMayBeSet) {
      phone.offsetMs += now.byS * 1000;
    }
    // The other tab hears of it, as the browser sees to.
    for (const { tabs } of phones) for (const tab of tabs) await tab.update("none", {});
  }
  line.set("good");
  await line.letLateIn();
  for (const phone of phones)
    for (const tab of [0, 1]) {
      await phone.tabs[tab].update("none", {});
      await phone.sender(tab, line.transport).run(true);
    }
  const { field, brief, register, site } = await openCase(ME, caseId);
  const all = [...typed.values()].flat();
  // Nothing lost, nothing doubled.
  expect(field.changes.map(({ id }) => id).sort()).toEqual([...new Set(all.map(({ id }) => id))].sort());
  for (const phone of phones)
    for (const { state } of phone.tabs) expect(state.entries.filter(({ state: at }) => at !== "sent")).toEqual([]);
  const { findings, overrulings, report, works, facts } = caseRecords(field.changes);
  // What is said of the plant stands in the as-built, in whatever order it came.
  if (typed.has(`${told}.conduit`)) expect(site.plant?.conduit).toBe(facts.fields.conduit);
  const standing = (key: string) => {
    const [recordId, name] = key.split(".");
    const own = new Map<string, object | undefined>([
      [caseId, brief],
      [reported, report.fields],
      [worked, works[0]?.fields],
      [told, facts.fields],
      [parted, register.find(({ id }) => id === partId)],
    ]);
    const fields = own.get(recordId) ?? [...findings, ...overrulings].find(({ id }) => id === recordId)?.fields;
    return (fields as Record<string, unknown> | undefined)?.[name];
  };
  return { typed, standing };
}

const RUNS = { numRuns: 25 };

it("one device, however its clock is set: of each field the last typed stands", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 5, maxLength: 40 }), async (steps) => {
      const { typed, standing } = await day(steps, 1, true);
      for (const [key, all] of typed) expect(standing(key), key).toBe(all.at(-1)?.value);
    }),
    RUNS,
  );
});

it("two devices with fair clocks: of each field the last typed by anyone stands", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 5, maxLength: 40 }), async (steps) => {
      const { typed, standing } = await day(steps, 2, false);
      for (const [key, all] of typed) expect(standing(key), key).toBe(all.at(-1)?.value);
    }),
    RUNS,
  );
});

it("two devices with any clocks: of each field somebody's last word stands", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 5, maxLength: 40 }), async (steps) => {
      const { typed, standing } = await day(steps, 2, true);
      for (const [key, all] of typed) {
        const lastWords = [0, 1].map((device) => all.findLast((one) => one.device === device)?.value);
        expect(lastWords, key).toContain(standing(key));
      }
    }),
    RUNS,
  );
});
