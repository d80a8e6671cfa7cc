import { type IncomingMessage, ServerResponse } from "node:http";
import type { KeptPage } from "./pageCache";

/** Headers that belong to one connection, or that the front sets itself. */
const OWN = new Set(["connection", "keep-alive", "transfer-encoding", "date", "content-length", "content-security-policy"]);

/** A page that isn't rendered by then never will be; whoever waits for it is told instead of waiting for ever. */
const LONGEST_MS = 60_000;

/**
 * Lets a handler answer into memory instead of onto a connection.
 * @param request a request without a body
 * @param nonce the mark that the handler sets on its scripts
 * @throws where the handler does, or never ends
 */
export function capture(
  request: IncomingMessage,
  handle: (request: IncomingMessage, response: ServerResponse) => Promise<void>,
  nonce: string,
  longestMs = LONGEST_MS,
): Promise<KeptPage> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error(`${request.url} was not rendered in ${longestMs} ms`)), longestMs);
    const response = new ServerResponse(request);
    const chunks: Buffer[] = [];
    const take = (chunk: unknown, encoding: unknown) => {
      if (chunk === null || chunk === undefined || typeof chunk === "function") return;
      chunks.push(
        typeof chunk === "string"
          ? Buffer.from(chunk, typeof encoding === "string" ? (encoding as BufferEncoding) : "utf8")
          : Buffer.from(chunk as Uint8Array),
      );
    };
    const called = (args: unknown[]) => {
      const done = args.find((argument) => typeof argument === "function") as (() => void) | undefined;
      if (done) queueMicrotask(done);
    };
    response.write = ((...args: unknown[]) => {
      take(args[0], args[1]);
      called(args);
      return true;
    }) as typeof response.write;
    response.end = ((...args: unknown[]) => {
      clearTimeout(timer);
      take(args[0], args[1]);
      called(args);
      const headers = Object.entries(response.getHeaders())
        .filter(([name, value]) => value !== undefined && !OWN.has(name))
        .map(([name, value]): [string, string | string[]] => [name, Array.isArray(value) ? value : String(value)]);
      const isText = /^(text\/|image\/svg)/.test(String(response.getHeader("content-type") ?? ""));
      resolve({ status: response.statusCode, headers, body: Buffer.concat(chunks), isText, nonce });
      response.emit("finish");
      response.emit("close");
      return response;
    }) as typeof response.end;
    response.flushHeaders = () => undefined;
    handle(request, response).catch((error: unknown) => {
      clearTimeout(timer);
      reject(error);
    });
  });
}
