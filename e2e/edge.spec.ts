import { createHash } from "node:crypto";
import { readdir, readFile } from "node:fs/promises";
import { connect } from "node:net";
import { join } from "node:path";
import { type Demo, demoFile, expect, LARCH_CASE, test } from "./app";

test.use({ file: "edge" });

/** Sends bytes as they are: what no browser and no client would. */
function raw(demo: Demo, text: string): Promise<string> {
  const { port } = new URL(demo.address);
  return new Promise((resolve) => {
    let said = "";
    const socket = connect(Number(port), "127.0.0.1", () => socket.write(text));
    socket.on("data", (chunk) => (said += chunk));
    socket.on("close", () => resolve(said));
    socket.on("error", () => resolve(said));
  });
}
const statusOf = (answer: string) => Number(answer.split(" ")[1]);

/** A finding's first change, as a device sends it. */
const FINDING = () => ({
  ...{ id: crypto.randomUUID(), kind: "finding", recordId: crypto.randomUUID() },
  ...{ caseId: "weir-barn-2026", pointId: "panel-meters", device: "edge-test-device", madeMs: Date.parse("2026-11-24T10:00:00Z") },
  fields: { gradeId: "watch" } as Record<string, unknown>,
});
const tiny = async () =>
  (await import("sharp"))
    .default({ create: { width: 9, height: 9, channels: 3, background: "#123" } })
    .jpeg()
    .toBuffer();
/** Where a photo of a finding is put. */
const photoOf = (
  { recordId: findingId, caseId, pointId, device, madeMs }: ReturnType<typeof FINDING>,
  id: string = crypto.randomUUID(),
) => {
  const change = { id, recordId: id, kind: "photo", findingId, caseId, pointId, device, madeMs, fields: { removed: false } };
  return `/api/photos/${id}?change=${encodeURIComponent(JSON.stringify(change))}`;
};

test("a foreign name, another site's page and a sandboxed one neither read nor write", async ({ request, demo }) => {
  expect(statusOf(await raw(demo, "GET / HTTP/1.1\r\nhost: rebound.example\r\nconnection: close\r\n\r\n"))).toBe(421);
  const write = (headers: Record<string, string>) => request.post("/api/changes", { data: FINDING(), headers });
  for (const headers of [
    { origin: "http://elsewhere.example" },
    { origin: "null" },
    { "sec-fetch-site": "cross-site" },
    { origin: `${demo.address}.evil.example` },
  ]) {
    const answer = await write(headers as unknown as Record<string, string>);
    expect([headers, answer.status()]).toEqual([headers, 403]);
    expect(await answer.json()).toEqual({ error: "This request comes from another site" });
  }
  expect((await write({ origin: demo.address })).status()).toBe(200);
  expect((await request.get("/api/sites/weir-barn/file", { headers: { "sec-fetch-site": "cross-site" } })).status()).toBe(403);
});

test("whatever is asked for gets a fitting status and one clear line, never a stack", async ({ request, demo }) => {
  const at = (method: "get" | "post" | "put" | "delete", path: string, data?: unknown) =>
    request[method](path, data === undefined ? {} : { data });
  const asked: [number, Awaited<ReturnType<typeof at>>][] = [
    [404, await at("get", "/api/sites/none/file")],
    [404, await at("get", "/api/sites/none/series?kind=weather")],
    [404, await at("get", "/api/sites/none/day-book")],
    [404, await at("get", "/api/sites/none/parts?day=2026-06-10")],
    [404, await at("get", "/api/sites/weaver-row/parts?day=2019-06-10")],
    [404, await at("get", "/api/sites/none/diagnosis")],
    [404, await at("get", "/api/sites/none/analysis")],
    [404, await at("post", "/api/sites/none/what-if", {})],
    [404, await at("get", "/api/sites/none/register")],
    [404, await at("post", "/api/sites/none/register?name=r.csv", "id")],
    [404, await at("delete", "/api/sites/none/register")],
    [404, await at("post", "/api/catalogue?version=99")],
    [404, await at("post", "/api/sites/none/import?kind=weather&name=a.csv", "x")],
    [404, await at("post", "/api/sites/weir-barn/versions/99/restore")],
    [404, await at("post", "/api/sites/weir-barn/versions/one/restore")],
    [404, await request.get("/api/cases/none/changes")],
    [404, await at("post", "/api/cases", { siteId: "none", kind: "alarm", title: "x" })],
    [404, await at("post", "/api/changes", { ...FINDING(), caseId: "none" })],
    [404, await at("put", photoOf({ ...FINDING(), caseId: "none" }), await tiny())],
    [404, await at("post", "/api/imports/none/undo")],
    [404, await at("post", "/api/calibrations/none/withdraw", { withdrawn: true })],
    [404, await at("get", "/api/photos/none")],
    [404, await at("delete", "/api/jobs/none")],
    [404, await at("get", "/api/nothing")],
    [400, await at("get", "/api/sites/weaver-row/parts?day=tomorrow")],
    [400, await at("post", "/api/changes", { ...FINDING(), pointId: "moon" })],
    [400, await at("post", "/api/changes", { ...FINDING(), madeMs: "yesterday" })],
    [400, await at("post", "/api/changes", { ...FINDING(), fields: { note: "n".repeat(5000) } })],
    [400, await at("post", "/api/changes", Buffer.from("{"))],
    [400, await at("post", "/api/changes", Buffer.from([0xff, 0xfe, 0x00]))],
    [400, await at("post", "/api/cases", { siteId: "weir-barn", kind: "party", title: "x" })],
    [400, await at("post", "/api/cases", [])],
    [400, await at("post", "/api/sites/weir-barn/what-if", { moonlight: true })],
    [400, await at("post", "/api/sites/weir-barn/register?name=r.csv", "id,wheel")],
    [400, await at("post", "/api/sites/weir-barn/register", "id")],
    [400, await at("put", "/api/catalogue?name=c.json", "<html>")],
    [400, await at("post", "/api/catalogue?version=last")],
    [400, await at("post", "/api/sites/weir-barn/import?kind=moon&name=a.csv", "x")],
    [400, await at("post", "/api/sites?name=a.json", Buffer.from("<html>"))],
    [400, await at("put", "/api/photos/not-a-uuid?change={}", "x")],
    [413, await at("post", "/api/changes", { ...FINDING(), fields: { note: "n".repeat(200_000) } })],
    [413, await at("post", "/api/sites?name=a.json", Buffer.alloc(5_000_000, 32))],
    [405, await at("delete", "/api/changes")],
  ];
  for (const [k, [status, answer]] of asked.entries()) {
    expect([k, answer.url(), answer.status()]).toEqual([k, answer.url(), status]);
    const text = await answer.text();
    expect(text).not.toMatch(/node_modules|\.tsx?:\d/);
    if (text.startsWith("{")) expect((JSON.parse(text).error as string).split("\n")).toHaveLength(1);
  }
  for (const path of ["/cases/%E0%A4%A/brief", "/cases/a%00b/brief", "/sites/%E0%A4%A", "/api/photos/%E0%A4%A"]) {
    const status = statusOf(await raw(demo, `GET ${path} HTTP/1.1\r\nhost: localhost\r\nconnection: close\r\n\r\n`));
    expect([path, status]).toEqual([path, 400]);
  }
  for (const path of ["/cases/none/brief", "/sites/none", "/nothing", "/cases/larch-house-2026/dancing"])
    expect([path, (await request.get(path)).status()]).toEqual([path, 404]);
});

test("a body without an end is cut off, and a broken-off upload leaves nothing", async ({ demo }) => {
  const incoming = join(demo.folder, "incoming");
  const { port } = new URL(demo.address);
  const head = (path: string, method = "POST") =>
    `${method} ${path} HTTP/1.1\r\nhost: localhost:${port}\r\ntransfer-encoding: chunked\r\n\r\n`;
  const piece = Buffer.alloc(1 << 16, 55).toString();
  /** Sends until it is answered or has sent enough, then breaks off. */
  const pour = (path: string, mostPieces: number, method?: string) =>
    new Promise<string>((resolve) => {
      let said = "";
      const socket = connect(Number(port), "127.0.0.1");
      socket.on("data", (chunk) => (said += chunk));
      socket.on("error", () => resolve(said));
      socket.on("close", () => resolve(said));
      socket.write(head(path, method));
      let sent = 0;
      const more = () => {
        if (said !== "" || socket.destroyed || sent++ >= mostPieces) return void setTimeout(() => socket.destroy(), 300);
        socket.write(`${(1 << 16).toString(16)}\r\n${piece}\r\n`, more);
      };
      more();
    });
  expect(statusOf(await pour("/api/changes", 2000))).toBe(413);
  const photo = photoOf(FINDING());
  expect(statusOf(await pour(photo, 2000, "PUT"))).toBe(413);
  await pour("/api/sites/weir-barn/import?kind=weather&name=endless.csv", 40);
  await expect.poll(async () => (await readdir(incoming)).length).toBe(0);
});

test("pictures that are small as files and huge as pictures are turned away, one at a time, and the server goes on", async ({
  request,
}) => {
  const sharp = (await import("sharp")).default;
  const huge = await sharp({ create: { width: 12_000, height: 9000, channels: 3, background: "#123" } })
    .png({ compressionLevel: 9 })
    .toBuffer();
  expect(huge.length).toBeLessThan(1_000_000);
  const finding = FINDING();
  await request.post("/api/changes", { data: finding });
  const put = (data: Buffer) => request.put(photoOf(finding), { data });
  const answers = await Promise.all([put(huge), put(huge), put(huge), put(Buffer.from("not a picture")), put(huge.subarray(0, 5000))]);
  expect(answers.map((answer) => answer.status())).toEqual([400, 400, 400, 400, 400]);
  expect((await answers[0].json()).error).toBe("The picture has 108 megapixels; at most 50 are taken");
  const fine = await sharp({ create: { width: 60, height: 40, channels: 3, background: "#123" } })
    .jpeg()
    .toBuffer();
  expect((await put(fine)).status()).toBe(200);
});

test("fifty senders and fifty readers at once: all are answered, and each finding is there once", async ({ request, demo }) => {
  const findings = Array.from({ length: 50 }, () => ({ ...FINDING(), caseId: "meadow-school-2026" }));
  const send = (finding: ReturnType<typeof FINDING>) => request.post("/api/changes", { data: finding, timeout: 600_000 });
  const sent = findings.flatMap((finding) => [send(finding), send(finding)]);
  const read = Array.from({ length: 50 }, (_, k) =>
    request.get(["/", "/cases/meadow-school-2026/walk", "/sites/meadow-school"][k % 3], { timeout: 600_000 }),
  );
  for (const answer of await Promise.all([...sent, ...read])) expect(answer.status()).toBe(200);
  const sqlite3 = (await import("sqlite3")).default;
  const reader = new sqlite3.Database(join(demo.folder, "irradant.sqlite"), sqlite3.OPEN_READONLY);
  const ids = await new Promise<string[]>((resolve, reject) =>
    reader.all("SELECT id FROM findings WHERE caseId = 'meadow-school-2026'", (error, rows: { id: string }[]) =>
      error ? reject(error) : resolve(rows.map(({ id }) => id)),
    ),
  );
  reader.close();
  expect(ids.sort()).toEqual(findings.map(({ recordId }) => recordId).sort());
});

test("what is acknowledged outlives any kill", async ({ request, demo }) => {
  const known: string[] = [];
  for (let round = 0; round < 6; round++) {
    let killed = false;
    const senders = Array.from({ length: 4 }, async () => {
      while (!killed) {
        const finding = { ...FINDING(), caseId: "larch-house-2026" };
        const answer = await request.post("/api/changes", { data: finding, timeout: 20_000 }).catch(() => null);
        if (answer?.ok() && (await answer.json()).kept === finding.id) known.push(finding.id);
      }
    });
    await new Promise((resolve) => setTimeout(resolve, 150 + 60 * round));
    await demo.kill();
    killed = true;
    await Promise.all(senders);
    await demo.start();
  }
  expect(known.length).toBeGreaterThan(0);
  const page = await (await request.get(`${LARCH_CASE}/walk`)).text();
  for (const id of known) expect(page).toContain(id);
});

test("the database's troubles are one clear line, and pass by themselves when their reason does", async ({ request, demo }) => {
  const sqlite3 = (await import("sqlite3")).default;
  const path = join(demo.folder, "irradant.sqlite");
  await test.step("held by another program: pages are read, and what is sent waits until it is let go", async () => {
    const other = new sqlite3.Database(path);
    const run = (sql: string) => new Promise<void>((resolve, reject) => other.exec(sql, (error) => (error ? reject(error) : resolve())));
    await run("BEGIN IMMEDIATE");
    const waiting = request.post("/api/changes", { data: FINDING(), timeout: 600_000 });
    expect((await request.get("/")).status()).toBe(200);
    const csv = await readFile(demoFile(demo, "weir-barn.weather.csv"));
    const importing = request.post("/api/sites/weir-barn/import?kind=weather&name=w.csv", { data: csv, timeout: 600_000 });
    await new Promise((resolve) => setTimeout(resolve, 2000));
    await run("COMMIT");
    await new Promise<void>((resolve) => other.close(() => resolve()));
    expect((await waiting).status()).toBe(200);
    const job = await importing;
    expect(job.status()).toBe(200);
    await expect.poll(async () => (await (await request.get(`/api/jobs/${(await job.json()).id}`)).json()).state).toBe("done");
  });

  await test.step("damaged while it starts: each page and route says so, and a sound file is taken up without a restart", async () => {
    const { copyFile, rm, writeFile } = await import("node:fs/promises");
    await demo.kill();
    // What is still in the log belongs to the file.
    const opened = new sqlite3.Database(path);
    await new Promise<void>((resolve) => opened.exec("PRAGMA wal_checkpoint(TRUNCATE)", () => opened.close(() => resolve())));
    await copyFile(path, `${path}.sound`);
    await writeFile(path, Buffer.alloc(40_000, 9));
    await demo.start({ healthy: false });
    const broken = await request.get("/");
    expect(await broken.text()).toContain("The database is damaged");
    const refused = await request.post("/api/changes", { data: FINDING() });
    expect(refused.status()).toBe(503);
    expect((await refused.json()).error).toMatch(/^The database is damaged[^\n]*$/);
    for (const name of ["", "-wal", "-shm"]) await rm(path + name, { force: true });
    await copyFile(`${path}.sound`, path);
    expect((await request.post("/api/changes", { data: FINDING() })).status()).toBe(200);
    expect(await (await request.get("/")).text()).toContain("Larch House");
  });
});

test("no page runs what doesn't carry its mark, and none of its own scripts is held back", async ({ page }) => {
  const complaints: string[] = [];
  page.on("console", (message) => message.type() === "error" && complaints.push(message.text()));
  page.on("pageerror", (error) => complaints.push(error.message));
  for (const path of [
    "/",
    "/sites/larch-house",
    ...["brief", "walk", "measure", "compare", "diagnose", "hand-over"].map((station) => `${LARCH_CASE}/${station}`),
  ]) {
    await page.goto(path, { waitUntil: "networkidle" });
    const ran = await page.evaluate(() => {
      // As text that found its way into a page would try it.
      const markup = document.createElement("div");
      markup.innerHTML = '<details open ontoggle="window.injected = true"></details>';
      document.body.append(markup);
      const button = document.createElement("button");
      button.setAttribute("onclick", "window.injected = true");
      document.body.append(button);
      button.click();
      return "injected" in window;
    });
    expect([path, ran]).toEqual([path, false]);
  }
  // Each page complains of what was tried, and of nothing of its own.
  expect(complaints.filter((text) => !/inline event handler/.test(text))).toEqual([]);
});

test("downloads carry any name, and the demonstration's files lead nowhere else", async ({ request }) => {
  const answer = await request.get("/api/sites/weir-barn/file");
  expect(answer.headers()["content-disposition"]).toBe(
    "attachment; filename=\"weir-barn.site.json\"; filename*=UTF-8''weir-barn.site.json",
  );
  const hash = createHash("sha256")
    .update(await answer.body())
    .digest("hex");
  expect(
    createHash("sha256")
      .update(await (await request.get("/api/sites/weir-barn/file")).body())
      .digest("hex"),
  ).toBe(hash);
  for (const name of ["..%2Firradant.sqlite", "%2e%2e%2firradant.sqlite", "irradant.sqlite"])
    expect((await request.get(`/api/demo-files/${name}`)).status()).toBe(404);
});
