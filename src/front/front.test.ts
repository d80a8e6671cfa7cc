import { request as httpRequest, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { connect } from "node:net";
import { gunzipSync } from "node:zlib";
import { afterEach, describe, expect, it, vi } from "vitest";
import { capture } from "./capture";
import { checkRequest } from "./checkRequest";
import { createFront, type Handler } from "./front";
import { allowedHosts, isAllowedHost, isOwnOrigin } from "./hosts";

const CARDS = { eth0: [{ address: "192.0.2.7" }, { address: "2001:db8::7" }] } as never;

describe("the names by which an installation is known", () => {
  it.each<[string, Record<string, string>, string | null, boolean]>([
    ["loopback", {}, "127.0.0.1:3000", true],
    ["loopback by name, at any port", {}, "localhost:8080", true],
    ["loopback of version six", {}, "[::1]:3000", true],
    ["a foreign name that was bent to point here", {}, "evil.example:3000", false],
    ["a name that only begins like one", {}, "localhost.evil.example", false],
    ["this machine's address while it listens on loopback alone", {}, "192.0.2.7:3000", false],
    ["this machine's address while it listens everywhere", { HOST: "0.0.0.0" }, "192.0.2.7:3000", true],
    ["its other address", { HOST: "0.0.0.0" }, "[2001:db8::7]:3000", true],
    ["a foreign name while it listens everywhere", { HOST: "0.0.0.0" }, "evil.example:3000", false],
    ["the name it was given", { HOST: "roof.local" }, "ROOF.local:3000", true],
    ["a listed origin", { IRRADANT_ORIGINS: "https://roofs.example, http://van:8080" }, "roofs.example", true],
    ["another port of a listed origin", { IRRADANT_ORIGINS: "http://van:8080" }, "van:8081", false],
    ["nothing", {}, null, false],
    ["no name at all", {}, "", false],
    ["a name with a path", {}, "localhost/evil", false],
    ["a name with a user", {}, "user@localhost", false],
  ])("%s", (_, env, host, known) => {
    expect(isAllowedHost(host, allowedHosts(env, CARDS))).toBe(known);
  });

  it("says which pages may write: its own, and those of listed origins", () => {
    const hosts = allowedHosts({ IRRADANT_ORIGINS: "https://roofs.example" });
    expect(isOwnOrigin("http://localhost:3000", "localhost:3000", hosts)).toBe(true);
    expect(isOwnOrigin("https://roofs.example", "localhost:3000", hosts)).toBe(true);
    for (const origin of [
      "null",
      "",
      "file://",
      "http://localhost:3001",
      "http://evil.example",
      "https://roofs.example.evil",
      "javascript:1",
    ])
      expect(isOwnOrigin(origin, "localhost:3000", hosts)).toBe(false);
  });
});

describe("what is let in", () => {
  const hosts = allowedHosts({});
  const check = (method: string, pathname: string, headers: Record<string, string>) =>
    checkRequest({ method, pathname, header: (name) => ({ host: "localhost:3000", ...headers })[name] ?? null }, hosts)?.status ?? "in";
  it.each<[string, string, string, Record<string, string>, number | "in"]>([
    ["a page", "GET", "/", {}, "in"],
    ["a page from a link elsewhere", "GET", "/", { "sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate" }, "in"],
    [
      "a download from a link elsewhere",
      "GET",
      "/api/sites/a/file",
      { "sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate" },
      "in",
    ],
    ["data embedded elsewhere", "GET", "/api/photos/a", { "sec-fetch-site": "cross-site", "sec-fetch-mode": "no-cors" }, 403],
    ["a write of its own page", "POST", "/api/cases", { origin: "http://localhost:3000", "sec-fetch-site": "same-origin" }, "in"],
    ["a write of a program", "POST", "/api/cases", {}, "in"],
    ["a write of another site", "POST", "/api/cases", { origin: "http://evil.example" }, 403],
    ["a write of a sandboxed page", "POST", "/api/cases", { origin: "null" }, 403],
    ["a write of another site that hides its origin", "POST", "/api/cases", { "sec-fetch-site": "cross-site" }, 403],
    ["a write of a neighbouring name", "DELETE", "/api/jobs/a", { "sec-fetch-site": "same-site" }, 403],
    ["a write to a page", "POST", "/", { origin: "http://evil.example" }, 403],
    ["a foreign host", "GET", "/", { host: "evil.example" }, 421],
    ["a foreign host's write", "POST", "/api/cases", { host: "evil.example", origin: "http://evil.example" }, 421],
    ["a broken escape", "GET", "/cases/%E0%A4%A", {}, 400],
    ["a NUL", "GET", "/cases/a%00b", {}, 400],
  ])("%s", (_, method, path, headers, status) => {
    expect(check(method, path, headers)).toBe(status);
  });
});

interface Answer {
  status: number;
  headers: IncomingMessage["headers"];
  body: Buffer;
}

let server: Server | undefined;
afterEach(() => {
  server?.closeAllConnections();
  server?.close();
});

async function listen(
  handle: Handler,
  dataMark: () => Promise<string | null> = async () => "1",
  serviceWorker?: () => Promise<Buffer | null>,
): Promise<number> {
  server?.close();
  server = createFront({ handle, dataMark, serviceWorker, env: {} });
  await new Promise<void>((resolve) => server?.listen(0, "127.0.0.1", resolve));
  return (server.address() as AddressInfo).port;
}

function ask(port: number, path: string, headers: Record<string, string> = {}, method = "GET"): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const sent = httpRequest({ port, path, method, headers, host: "127.0.0.1" }, (response) => {
      const chunks: Buffer[] = [];
      response.on("data", (chunk) => chunks.push(chunk));
      response.on("end", () => resolve({ status: response.statusCode ?? 0, headers: response.headers, body: Buffer.concat(chunks) }));
    });
    sent.on("error", reject);
    sent.end();
  });
}

/** A page with a script that carries the mark of its policy. */
const page = (text = "") =>
  vi.fn(async (request: IncomingMessage, response: ServerResponse) => {
    const nonce = /'nonce-([0-9a-f]+)'/.exec(String(request.headers["content-security-policy"]))?.[1];
    response.setHeader("content-type", "text/html; charset=utf-8");
    response.write("<!doctype html>");
    response.end(`<script nonce="${nonce}">${text}</script>${request.headers.cookie ?? ""}${"x".repeat(3000)}`);
  });
const nonceOf = ({ headers, body }: Answer) => {
  const nonce = /'nonce-([0-9a-f]{32})'/.exec(String(headers["content-security-policy"]))?.[1] as string;
  expect(body.toString()).toContain(`nonce="${nonce}"`);
  return nonce;
};

describe("the front", () => {
  it("renders a page once while the data are as they were, with a mark of its own for each answer", async () => {
    const handle = page();
    let mark = "1";
    const port = await listen(handle, async () => mark);
    const answers = await Promise.all(Array.from({ length: 20 }, () => ask(port, "/")));
    expect(handle).toHaveBeenCalledTimes(1);
    expect(new Set(answers.map(nonceOf)).size).toBe(20);
    mark = "2";
    await ask(port, "/");
    expect(handle).toHaveBeenCalledTimes(2);
  });

  it("keeps apart what differs: address, sheet, part of a page", async () => {
    const handle = page();
    const port = await listen(handle);
    for (const [path, headers] of [
      ["/", {}],
      ["/?a", {}],
      ["/", { cookie: "irradant-sheet=dark" }],
      ["/", { rsc: "1" }],
    ] as const)
      await ask(port, path, headers);
    expect(handle).toHaveBeenCalledTimes(4);
    expect((await ask(port, "/", { cookie: "irradant-sheet=dark" })).body.toString()).toContain("irradant-sheet=dark");
    expect(handle).toHaveBeenCalledTimes(4);
  });

  it("keeps nothing while the data's state can't be told, and nothing that failed", async () => {
    const unknown = page();
    const port = await listen(unknown, async () => null);
    nonceOf(await ask(port, "/"));
    await ask(port, "/");
    expect(unknown).toHaveBeenCalledTimes(2);
  });

  it("doesn't keep a page that failed", async () => {
    const failing = vi.fn(async (_: IncomingMessage, response: ServerResponse) => {
      response.statusCode = 500;
      response.end("failed");
    });
    const port = await listen(failing);
    expect((await ask(port, "/")).status).toBe(500);
    await ask(port, "/");
    expect(failing.mock.calls.length).toBeGreaterThanOrEqual(2);
  });

  it("lets nobody wait for ever for a page that is never done", async () => {
    const request = { url: "/", method: "GET", headers: {} } as IncomingMessage;
    await expect(capture(request, () => new Promise(() => {}), "n", 20)).rejects.toThrow("/ was not rendered in 20 ms");
    const broken = capture(request, () => Promise.reject(new Error("broke")), "n", 20);
    await expect(broken).rejects.toThrow("broke");
  });

  it("packs pages for those who can unpack them", async () => {
    const port = await listen(page("f()"));
    const packed = await ask(port, "/", { "accept-encoding": "gzip" });
    expect(packed.headers["content-encoding"]).toBe("gzip");
    expect(nonceOf({ ...packed, body: gunzipSync(packed.body) })).toBeDefined();
  });

  it("hands pictures on byte by byte", async () => {
    const bytes = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0xff, 0xfe, 0x00]);
    const port = await listen(async (_, response) => {
      response.setHeader("content-type", "image/png");
      response.end(bytes);
    });
    expect((await ask(port, "/icon.png")).body).toEqual(bytes);
    expect((await ask(port, "/icon.png")).body).toEqual(bytes);
  });

  it("sets the security headers on everything, and lets nothing of a route's answer be run", async () => {
    const port = await listen(page());
    for (const path of ["/", "/api/x", "/_next/static/x.js"]) {
      const { headers } = await ask(port, path);
      expect(headers).toMatchObject({ "x-content-type-options": "nosniff", "x-frame-options": "DENY", "referrer-policy": "same-origin" });
    }
    expect(String((await ask(port, "/")).headers["content-security-policy"])).toMatch(
      /script-src 'self' 'nonce-[0-9a-f]{32}' 'strict-dynamic';/,
    );
    expect(String((await ask(port, "/")).headers["content-security-policy"])).not.toMatch(/script-src[^;]*unsafe/);
    expect((await ask(port, "/api/x")).headers["content-security-policy"]).toContain("default-src 'none'");
  });

  it("answers what it turns away with one line, and tells nothing of a defect", async () => {
    const quiet = vi.spyOn(console, "error").mockImplementation(() => {});
    const port = await listen(async () => {
      throw new Error("secret at /srv/app.ts:12");
    });
    const foreign = await ask(port, "/", { host: "evil.example" });
    expect([foreign.status, foreign.body.toString().trim().split("\n").length]).toEqual([421, 1]);
    const defect = await ask(port, "/api/x");
    expect(defect.status).toBe(500);
    expect(defect.body.toString()).not.toContain("secret");
    quiet.mockRestore();
  });

  it("hangs up on a caller who goes on sending after the answer", async () => {
    const port = await listen(async (_, response) => {
      response.statusCode = 413;
      response.end("too much");
    });
    const said = await new Promise<string>((resolve) => {
      let heard = "";
      const socket = connect(port, "127.0.0.1", () =>
        socket.write("POST /api/x HTTP/1.1\r\nhost: localhost\r\ntransfer-encoding: chunked\r\n\r\n1\r\nx\r\n"),
      );
      socket.on("data", (chunk) => (heard += chunk));
      socket.on("error", () => resolve(heard));
      socket.on("close", () => resolve(heard));
    });
    expect(said).toContain("413");
    expect(said.toLowerCase()).toContain("connection: close");
  });

  it("answers a caller whose request is thrown away before it was read", async () => {
    const port = await listen(async (request, response) => {
      request.destroy();
      await new Promise((resolve) => setTimeout(resolve, 20));
      response.statusCode = 413;
      response.end("too much");
    });
    const said = await new Promise<string>((resolve) => {
      let heard = "";
      const socket = connect(port, "127.0.0.1", () => {
        socket.write("POST /api/x HTTP/1.1\r\nhost: localhost\r\ntransfer-encoding: chunked\r\n\r\n");
        const piece = `10000\r\n${"x".repeat(0x10000)}\r\n`;
        const more = () => heard === "" && !socket.destroyed && socket.write(piece, () => setImmediate(more));
        more();
      });
      socket.on("data", (chunk) => (heard += chunk));
      socket.on("error", () => resolve(heard));
      socket.on("close", () => resolve(heard));
    });
    expect(said).toContain("413");
  });

  it("marks its pages as its own, and nothing else: a device keeps no stranger's page", async () => {
    const port = await listen(page());
    expect((await ask(port, "/")).headers["x-irradant-page"]).toBe("1");
    expect((await ask(port, "/api/x")).headers["x-irradant-page"]).toBeUndefined();
    expect((await ask(port, "/", { host: "evil.example" })).headers["x-irradant-page"]).toBeUndefined();
  });

  it("serves the program that keeps pages, never from a store, and says where there is none", async () => {
    const program = async () => Buffer.from("self.x = 1;");
    const port = await listen(page(), undefined, program);
    const { status, headers, body } = await ask(port, "/service-worker.js");
    expect([status, headers["content-type"], headers["cache-control"]]).toEqual([200, "text/javascript; charset=utf-8", "no-cache"]);
    expect(headers["content-security-policy"]).toBe("default-src 'self'");
    expect(String(body)).toBe("self.x = 1;");
    const without = await listen(page());
    expect((await ask(without, "/service-worker.js")).status).toBe(404);
  });

  it("keeps the line of a caller whose request was read", async () => {
    const port = await listen(async (request, response) => {
      for await (const _ of request);
      response.end("read");
    });
    const { headers } = await ask(port, "/api/x", { "content-length": "0", connection: "keep-alive" }, "POST");
    expect(headers.connection).toBe("keep-alive");
  });

  it("answers a request that isn't HTTP, or has endless headers, without falling", async () => {
    const port = await listen(page());
    const raw = (text: string) =>
      new Promise<string>((resolve) => {
        const socket = connect(port, "127.0.0.1", () => socket.write(text));
        let said = "";
        socket.on("data", (chunk) => (said += chunk));
        socket.on("close", () => resolve(said));
        socket.on("error", () => resolve(said));
      });
    expect(await raw("HELO mail\r\n\r\n")).toContain("400");
    expect(await raw(`GET / HTTP/1.1\r\nhost: localhost\r\nx: ${"a".repeat(100_000)}\r\n\r\n`)).toContain("431");
    expect((await ask(port, "/")).status).toBe(200);
  });
});
