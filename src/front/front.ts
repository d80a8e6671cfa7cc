import { randomBytes } from "node:crypto";
import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import { promisify } from "node:util";
import { gzip } from "node:zlib";
import { capture } from "./capture";
import { checkRequest } from "./checkRequest";
import { allowedHosts } from "./hosts";
import { type KeptPage, PageCache } from "./pageCache";
import { contentSecurityPolicy, INERT_POLICY, SECURITY_HEADERS } from "./securityHeaders";

export type Handler = (request: IncomingMessage, response: ServerResponse) => Promise<void>;

export interface FrontOptions {
  /** What makes the pages and answers the routes. */
  handle: Handler;
  /** A mark of the state of all data: pages rendered under the same one still hold. Null where it can't be told. */
  dataMark: () => Promise<string | null>;
  env: Readonly<Record<string, string | undefined>>;
  /** Reads the program that keeps pages on a device; null where there is none. */
  serviceWorker?: () => Promise<Buffer | null>;
  /** Nothing is kept, and the development server's reload is let in. */
  developing?: boolean;
}

/** A connection is kept for 65 s: with Node's own 5 s a caller now and then sends into one that is being closed. */
const KEEP_ALIVE_MS = 65_000;
/** Headers come at once, whole requests within the half hour that a large file takes over a slow line. */
const HEADERS_MS = 20_000;
const REQUEST_MS = 1_800_000;
/** So many are worked on or wait; the next is told to come again instead of waiting for all of them. */
const MOST_UNDER_WAY = 400;
/** Smaller answers aren't worth packing. */
const LEAST_GZIP_BYTES = 2000;

/** Pages say that they are Irradant's: a device keeps no page of anything that answers in its place. */
const PAGE_MARK = "x-irradant-page";
const SERVICE_WORKER = { path: "/service-worker.js", policy: "default-src 'self'" };

const zip = promisify(gzip);

/**
 * The HTTP server before the application: looks at every request first (`checkRequest`), sets the security headers, keeps
 * rendered pages while the data are as they were, and turns away what is too much.
 */
export function createFront({ handle, dataMark, env, serviceWorker, developing = false }: FrontOptions): Server {
  const hosts = allowedHosts(env);
  const pages = new PageCache();
  let underWay = 0;

  async function answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    for (const [name, value] of SECURITY_HEADERS) response.setHeader(name, value);
    endUnread(request, response);
    const path = pathOf(request);
    const rejection = checkRequest({ method: request.method ?? "", pathname: path, header: (name) => one(request.headers[name]) }, hosts);
    if (rejection) return refuse(request, response, rejection.status, rejection.reason);
    if (path.startsWith("/_next/static/")) return handle(request, response);
    if (path === SERVICE_WORKER.path) return sendServiceWorker(response, serviceWorker);
    if (underWay >= MOST_UNDER_WAY) return refuse(request, response, 503, "Too much is asked for just now; try again in a moment");
    underWay++;
    response.once("close", () => underWay--);
    if (path.startsWith("/api/")) {
      response.setHeader("content-security-policy", INERT_POLICY);
      return handle(request, response);
    }
    const state = request.method === "GET" && !developing ? await dataMark() : null;
    if (state === null) return direct(request, response);
    const { url, headers } = request;
    const hangsOn = [state, url, headers.host, headers.cookie, headers.rsc, headers["next-router-state-tree"], headers["next-url"]];
    const prefetch = [headers["next-router-prefetch"], headers["next-router-segment-prefetch"]];
    const page = await pages.page(JSON.stringify([...hangsOn, ...prefetch]), () => render(request));
    return page ? sendPage(page, request, response) : direct(request, response);
  }

  /** Handled as it comes, kept nowhere. */
  function direct(request: IncomingMessage, response: ServerResponse): Promise<void> {
    response.setHeader("content-security-policy", mark(request).text);
    response.setHeader(PAGE_MARK, "1");
    return handle(request, response);
  }

  async function render(request: IncomingMessage): Promise<KeptPage | null> {
    const { nonce } = mark(request);
    const page = await capture(request, handle, nonce);
    return page.status === 200 || page.status === 404 ? page : null;
  }

  /** The policy goes on the request too: the application reads the mark from it and sets it on the scripts that it writes. */
  function mark(request: IncomingMessage): { nonce: string; text: string } {
    const nonce = newNonce();
    const text = contentSecurityPolicy(nonce, developing);
    request.headers["content-security-policy"] = text;
    return { nonce, text };
  }

  const server = createServer((request, response) => {
    answer(request, response).catch((error: unknown) => {
      console.error(error);
      if (!response.headersSent) refuse(request, response, 500, "Something failed here; nothing was changed");
      else response.destroy();
    });
  });
  server.keepAliveTimeout = KEEP_ALIVE_MS;
  server.headersTimeout = HEADERS_MS;
  server.requestTimeout = REQUEST_MS;
  return server;
}

/** Time for the caller to read why, before what is still coming meets a closed line. */
const LINGER_MS = 1500;

/**
 * Whoever is answered before all was read, because it was too much, would go on sending. The answer says that the line is
 * closed after it, what still comes is let past for a moment so that the answer is read, then the line is closed.
 */
function endUnread(request: IncomingMessage, response: ServerResponse): void {
  const { socket, headers } = request;
  if (headers["transfer-encoding"] === undefined && Number(headers["content-length"] ?? 0) === 0) return;
  const writeHead = response.writeHead.bind(response) as (...args: unknown[]) => ServerResponse;
  response.writeHead = ((...args: unknown[]) => {
    if (!request.complete) response.shouldKeepAlive = false;
    return writeHead(...args);
  }) as typeof response.writeHead;
  // Whoever reads no further destroys the request, and with it the line on which the answer is to go: the rest is let past.
  const destroy = request.destroy.bind(request);
  request.destroy = (error?: Error) => {
    if (request.complete || socket.destroyed || response.writableFinished) return destroy(error);
    return request.resume();
  };
  const end = response.end.bind(response) as (...args: unknown[]) => ServerResponse;
  // Closed at once, with bytes still coming in, the line would be reset and the answer lost on its way.
  response.end = ((...args: unknown[]) => {
    if (request.complete || request.destroyed || socket.destroyed) return end(...args);
    if (typeof args[0] === "string" || args[0] instanceof Uint8Array) response.write(args[0]);
    let ended = false;
    const finish = () => {
      if (!ended) end();
      ended = true;
    };
    request.once("end", finish).once("close", finish).resume();
    setTimeout(finish, LINGER_MS).unref();
    return response;
  }) as typeof response.end;
}

/** Each answer has a mark of its own: an old one, seen in another answer, opens nothing. */
async function sendPage(page: KeptPage, request: IncomingMessage, response: ServerResponse): Promise<void> {
  const nonce = newNonce();
  response.statusCode = page.status;
  for (const [name, value] of page.headers) response.setHeader(name, remarked(value, page.nonce, nonce));
  response.setHeader("content-security-policy", contentSecurityPolicy(nonce));
  response.setHeader(PAGE_MARK, "1");
  const body = page.isText ? Buffer.from(page.body.toString("utf8").replaceAll(page.nonce, nonce)) : page.body;
  const packs = page.isText && body.length >= LEAST_GZIP_BYTES && /\bgzip\b/.test(one(request.headers["accept-encoding"]) ?? "");
  if (packs) response.setHeader("content-encoding", "gzip");
  const sent = packs ? await zip(body, { level: 4 }) : body;
  response.setHeader("content-length", sent.length);
  response.end(sent);
}

function remarked(value: string | string[], from: string, to: string): string | string[] {
  return Array.isArray(value) ? value.map((text) => text.replaceAll(from, to)) : value.replaceAll(from, to);
}

/** Asked for anew each time, so that a device follows a new build; it may fetch from here alone. */
async function sendServiceWorker(response: ServerResponse, read: FrontOptions["serviceWorker"]): Promise<void> {
  const program = (await read?.()) ?? null;
  response.statusCode = program ? 200 : 404;
  response.setHeader("content-type", "text/javascript; charset=utf-8");
  response.setHeader("cache-control", "no-cache");
  response.setHeader("content-security-policy", SERVICE_WORKER.policy);
  response.end(program ?? "");
}

/** One clear line, as text for a person and as JSON for a route's caller. */
function refuse(request: IncomingMessage, response: ServerResponse, status: number, reason: string): Promise<void> {
  const json = pathOf(request).startsWith("/api/");
  response.statusCode = status;
  response.setHeader("content-type", json ? "application/json" : "text/plain; charset=utf-8");
  response.setHeader("content-security-policy", INERT_POLICY);
  if (status === 503) response.setHeader("retry-after", "5");
  response.end(json ? JSON.stringify({ error: reason }) : `${reason}\n`);
  return Promise.resolve();
}

function pathOf({ url }: IncomingMessage): string {
  return (url ?? "/").split("?", 1)[0];
}

function newNonce(): string {
  return randomBytes(16).toString("hex");
}

function one(value: string | string[] | undefined): string | null {
  return value === undefined ? null : Array.isArray(value) ? value[0] : value;
}
