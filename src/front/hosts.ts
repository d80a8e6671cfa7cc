import { networkInterfaces } from "node:os";

const LOOPBACK = ["localhost", "127.0.0.1", "[::1]"];
const EVERYWHERE = new Set(["0.0.0.0", "::", "[::]"]);

/** The addresses at which this installation answers. */
export interface AllowedHosts {
  /** Names and addresses, at any port: they are this machine's own. */
  names: ReadonlySet<string>;
  /** Whole origins, as a proxy before this machine has them. */
  origins: ReadonlySet<string>;
}

/**
 * Loopback, what `HOST` says (this machine's own addresses where it listens on all of them) and the origins of
 * `IRRADANT_ORIGINS`, separated by commas. A name that points here but isn't on the list may belong to a hostile page that
 * rebinds its own name to this address.
 */
export function allowedHosts(env: Readonly<Record<string, string | undefined>>, interfaces = networkInterfaces()): AllowedHosts {
  const host = env.HOST?.trim() ?? "";
  const own = Object.values(interfaces).flatMap((list) => (list ?? []).map(({ address }) => bracketed(address)));
  const listened = host === "" ? [] : EVERYWHERE.has(host) ? own : [bracketed(host)];
  const origins = (env.IRRADANT_ORIGINS ?? "").split(",").flatMap((text) => {
    const origin = originOf(text.trim());
    return origin ? [origin] : [];
  });
  return { names: new Set([...LOOPBACK, ...listened.map((name) => name.toLowerCase())]), origins: new Set(origins) };
}

/** Whether a request's `Host` is one of this installation's. */
export function isAllowedHost(host: string | null, { names, origins }: AllowedHosts): boolean {
  if (host === null) return false;
  const lower = host.toLowerCase();
  if (!/^(\[[0-9a-f:.]+\]|[a-z0-9._-]+)(:\d{1,5})?$/.test(lower)) return false;
  return names.has(lower.replace(/:\d+$/, "")) || origins.has(`http://${lower}`) || origins.has(`https://${lower}`);
}

/** Whether a page of this origin may change anything here: one that is served from the same host, or from a listed origin. */
export function isOwnOrigin(origin: string, host: string | null, { origins }: AllowedHosts): boolean {
  const own = originOf(origin);
  if (own === null) return false;
  return new URL(own).host === host?.toLowerCase() || origins.has(own);
}

/** "https://roof.example:8443" of a text, or null where it is none; a sandboxed page's origin is the word null. */
function originOf(text: string): string | null {
  try {
    const { protocol, origin } = new URL(text);
    return protocol === "http:" || protocol === "https:" ? origin : null;
  } catch {
    return null;
  }
}

function bracketed(address: string): string {
  return address.includes(":") && !address.startsWith("[") ? `[${address}]` : address;
}
