import { isEntrance, type KeptPage } from "./keptPages";

/** A page in plain HTML for an address that isn't on this device while there is no network: says so, and leads to what is. */
export function nothingKeptPage(kept: readonly KeptPage[]): Response {
  const links = kept
    .filter(({ path }) => path === "/" || isEntrance(path))
    .map(({ path, title }) => `<li>${kindOf(path)}<a href="${escaped(path)}">${escaped(title) || path}</a></li>`)
    .join("");
  const list = links ? `<h2>Kept here</h2><ul>${links}</ul>` : "<p>No page is kept here yet.</p>";
  const body = `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>No connection · Irradant</title><style>
body{margin:0 auto;max-width:40rem;padding:2rem 1.25rem;background:#f5f0e3;color:#1c201c;font:1.1rem/1.5 "Atkinson Hyperlegible Next Variable",system-ui,sans-serif}
h1{border-bottom:2px solid;padding-bottom:.75rem}ul{padding:0;list-style:none}li{padding:.6rem 0;border-bottom:1px solid #cdc5ae}a{color:#0d4a58}
</style></head><body><h1>No connection</h1>
<p>This page isn't kept on this device. What you recorded is kept and goes out by itself once there is a connection.</p>${list}</body></html>`;
  return new Response(body, { status: 503, headers: { "content-type": "text/html; charset=utf-8" } });
}

function kindOf(path: string): string {
  return path.startsWith("/cases/") ? "Case: " : path.startsWith("/sites/") ? "Site: " : "";
}

function escaped(text: string): string {
  // Titles come out of pages, where they are escaped already.
  return text.replaceAll("<", "&lt;").replaceAll('"', "&quot;");
}
