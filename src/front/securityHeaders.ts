/** On every answer, static files too. */
export const SECURITY_HEADERS: readonly [string, string][] = [
  ["x-content-type-options", "nosniff"],
  ["x-frame-options", "DENY"],
  ["referrer-policy", "same-origin"],
  ["cross-origin-opener-policy", "same-origin"],
  ["cross-origin-resource-policy", "same-origin"],
  ["permissions-policy", "geolocation=(), microphone=(), payment=(), usb=()"],
];

/** On answers that are no pages: nothing in them is ever run. */
export const INERT_POLICY = "default-src 'none'; frame-ancestors 'none'; sandbox";

/**
 * What a page may load and run: its own files, and scripts that carry this answer's mark. Style attributes are let through:
 * charts and drawings place their marks by them.
 * @param nonce a mark of this answer alone
 * @param developing lets the development server's reload in
 */
export function contentSecurityPolicy(nonce: string, developing = false): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${developing ? " 'unsafe-eval'" : ""}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    `connect-src 'self'${developing ? " ws:" : ""}`,
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
}
