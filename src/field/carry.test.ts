import { strToU8, zipSync } from "fflate";
import { expect, it } from "vitest";
import { carryOut, takeIn } from "./carry";
import { Outbox } from "./outbox";
import { memoryStore } from "./store";

const seen = (fields: object) => ({
  ...{ caseId: "c", kind: "finding" as const, recordId: crypto.randomUUID(), pointId: "glass", fields },
});
const zipped = (list: unknown, more: Record<string, Uint8Array> = {}) =>
  new Blob([zipSync({ "entries.json": strToU8(JSON.stringify(list)), ...more }) as BlobPart]);

it("carries all that waits or was refused, with pictures, to another device, as what it was made", async () => {
  const phone = new Outbox(memoryStore());
  await phone.nameDevice({ author: "Jana Moser", name: "Phone" });
  const note = await phone.record(seen({ note: "Österreich" }));
  const photo = await phone.record(seen({}), 0, new Blob([new Uint8Array([0xff, 0xd8, 1, 2, 3])]));
  const refused = await phone.record(seen({ gradeId: "odd" }));
  const sent = await phone.record(seen({ note: "gone" }));
  await phone.update(refused.id, { state: "refused", why: "no such grade" });
  await phone.update(sent.id, { state: "sent" });
  const file = await carryOut(phone);
  expect(phone.state.entries).toHaveLength(4);

  const desk = new Outbox(memoryStore());
  expect(await takeIn(desk, file)).toEqual({ taken: 3, known: 0, faults: [] });
  expect(await takeIn(desk, file)).toEqual({ taken: 0, known: 3, faults: [] });
  expect(desk.state.entries.map(({ change }) => change)).toEqual([note, photo, refused].map(({ change }) => change));
  expect(desk.state.entries.every(({ state }) => state === "waiting")).toBe(true);
  expect(new Uint8Array((await (await desk.picture(photo.id))?.arrayBuffer()) as ArrayBuffer)).toEqual(
    new Uint8Array([0xff, 0xd8, 1, 2, 3]),
  );
});

it("says what it can't read, entry by entry, and takes the rest", async () => {
  const desk = new Outbox(memoryStore());
  const whole = { ...seen({ note: "fine" }), id: crypto.randomUUID(), device: "phone-001", madeMs: 5 };
  const entries = [
    { change: whole, keptAtMs: 1, picture: null },
    { change: { ...whole, id: "x" }, keptAtMs: 1, picture: null },
    { change: { ...whole, id: crypto.randomUUID() }, keptAtMs: 1, picture: "pictures/none" },
  ];
  const result = await takeIn(desk, zipped({ format: "irradant-field/1", entries }));
  expect(result).toEqual({
    ...{ taken: 1, known: 0 },
    faults: [expect.stringMatching(/^Entry 2, id: /), "Entry 3: its picture pictures/none isn't in the file"],
  });
});

it("refuses a file that is none of these, or broke off, and takes nothing of it", async () => {
  const desk = new Outbox(memoryStore());
  const refused = (file: Blob) => expect(takeIn(desk, file)).rejects;
  await refused(new Blob(["text"])).toThrow("isn't a whole file");
  await refused(zipped({ format: "other", entries: [] })).toThrow("holds no entries.json");
  const whole = zipped({ format: "irradant-field/1", entries: [] }, { a: new Uint8Array(5000) });
  await refused(whole.slice(0, 200)).toThrow("isn't a whole file");
  expect(desk.state.entries).toEqual([]);
});
