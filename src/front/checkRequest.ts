import { type AllowedHosts, isAllowedHost, isOwnOrigin } from "./hosts";

/** Why a request isn't let in. */
export interface Rejection {
  status: 400 | 403 | 421;
  reason: string;
}

interface EdgeRequest {
  method: string;
  /** Of the address as sent. */
  pathname: string;
  /** A header by its name in small letters, or null. */
  header: (name: string) => string | null;
}

const READING = new Set(["GET", "HEAD", "OPTIONS"]);

/**
 * What is looked at before anything else is done with a request: that it is meant for this installation, that its address can
 * be read, and that another site's page neither changes nor embeds anything here.
 * @returns null where it may come in
 */
export function checkRequest({ method, pathname, header }: EdgeRequest, hosts: AllowedHosts): Rejection | null {
  const host = header("host");
  if (!isAllowedHost(host, hosts)) return { status: 421, reason: "This installation isn't known by that name (see IRRADANT_ORIGINS)" };
  if (!isReadable(pathname)) return { status: 400, reason: "This address can't be read" };
  const from = header("sec-fetch-site");
  const foreign = from === "cross-site" || from === "same-site";
  if (READING.has(method)) {
    const embeds = foreign && pathname.startsWith("/api/") && header("sec-fetch-mode") !== "navigate";
    return embeds ? { status: 403, reason: "This request comes from another site" } : null;
  }
  const origin = header("origin");
  const strange = foreign || (origin !== null && !isOwnOrigin(origin, host, hosts));
  return strange ? { status: 403, reason: "This request comes from another site" } : null;
}

function isReadable(pathname: string): boolean {
  try {
    return !decodeURIComponent(pathname).includes("\0");
  } catch {
    return false;
  }
}
