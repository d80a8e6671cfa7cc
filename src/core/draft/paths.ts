type Json = Record<string, unknown> | readonly unknown[];

const keysOf = (path: string): string[] => (path === "" ? [] : path.split("."));

/** What stands at a path like `planes.0.tiltDeg`; undefined where nothing does. */
export function valueAt(root: unknown, path: string): unknown {
  return keysOf(path).reduce<unknown>(
    (at, key) => (typeof at === "object" && at !== null ? (at as Record<string, unknown>)[key] : undefined),
    root,
  );
}

/**
 * The same with another value at a path; undefined takes the key (or the entry of a list) away. What lies on the way and is
 * missing is made; what isn't touched is shared.
 */
export function withValue<Root extends object>(root: Root, path: string, value: unknown): Root {
  return put(root as unknown as Json, keysOf(path), value) as unknown as Root;
}

function put(at: Json | undefined, [key, ...rest]: readonly string[], value: unknown): unknown {
  if (key === undefined) return value;
  const next = rest.length > 0 ? put(child(at, key), rest, value) : value;
  if (Array.isArray(at)) {
    const place = Number(key);
    return next === undefined
      ? at.filter((_, k) => k !== place)
      : place < at.length
        ? at.map((one, k) => (k === place ? next : one))
        : [...at, next];
  }
  const { [key]: _, ...others } = (at ?? {}) as Record<string, unknown>;
  // Keys keep their order, so that a file that was only looked at is written as it was read.
  if (next === undefined) return others;
  return at && key in at ? { ...at, [key]: next } : { ...others, [key]: next };
}

function child(at: Json | undefined, key: string): Json | undefined {
  const found = at === undefined ? undefined : (at as Record<string, unknown>)[key];
  return typeof found === "object" && found !== null ? (found as Json) : undefined;
}
