const HOLDER = globalThis as typeof globalThis & { irradant?: Map<string, unknown> };

/**
 * A thing that the whole process shares: a bundler may copy a module into several bundles, each with variables of its own.
 * Only for what another process may see differently without harm: connections, threads, and copies kept by content.
 */
export function processWide<T>(name: string, make: () => T): T {
  HOLDER.irradant ??= new Map();
  const things = HOLDER.irradant;
  if (!things.has(name)) things.set(name, make());
  return things.get(name) as T;
}

/** Forgets a shared thing, so that the next call makes it anew; only if it still is the one given, where one is. */
export function forgetProcessWide(name: string, only?: unknown): void {
  const things = HOLDER.irradant;
  if (things && (only === undefined || things.get(name) === only)) things.delete(name);
}
