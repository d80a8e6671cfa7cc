import type { z } from "zod";
import { RefusedError, TooLargeError } from "@/core/errors/errors";

/** A form's worth of text: notes of some thousand characters. */
const MOST_JSON_BYTES = 100_000;

/**
 * A request's body as text, never more of it than is taken.
 * @throws TooLargeError while it streams, RefusedError where it isn't UTF-8
 */
export async function readText(request: Request, mostBytes: number): Promise<string> {
  const announced = Number(request.headers.get("content-length") ?? 0);
  const tooLarge = () => new TooLargeError(`The request has over ${mostBytes / 1000} kB; at most that is taken`);
  if (announced > mostBytes) throw tooLarge();
  const reader = request.body?.getReader();
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  for (;;) {
    const { done, value } = (await reader?.read()) ?? { done: true, value: undefined };
    if (done) break;
    bytes += value.length;
    if (bytes > mostBytes) {
      void reader?.cancel();
      throw tooLarge();
    }
    chunks.push(value);
  }
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(Buffer.concat(chunks));
  } catch {
    throw new RefusedError("found bytes that aren't UTF-8, expected text", "request");
  }
}

/** A request's JSON, checked. @throws RefusedError naming each field at fault */
export async function readJson<Schema extends z.ZodType>(request: Request, schema: Schema): Promise<z.infer<Schema>> {
  const text = await readText(request, MOST_JSON_BYTES);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new RefusedError("The request isn't JSON");
  }
  return checked(schema, value);
}

/** A request's query, checked. @throws RefusedError naming each field at fault */
export function readQuery<Schema extends z.ZodType>(request: Request, schema: Schema): z.infer<Schema> {
  return checked(schema, Object.fromEntries(new URL(request.url).searchParams));
}

const MOST_TOLD = 10;

function checked<Schema extends z.ZodType>(schema: Schema, value: unknown): z.infer<Schema> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const told = parsed.error.issues.slice(0, MOST_TOLD).map((issue) => `${issue.path.map(String).join(".") || "request"}: ${issue.message}`);
  throw new RefusedError(told.join("; "));
}
