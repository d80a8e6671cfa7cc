/** A file for the browser to save. */
export function download(body: BodyInit, type: string, name: string): Response {
  return new Response(body, {
    headers: { "content-type": `${type}; charset=utf-8`, "content-disposition": `attachment; filename="${name}"` },
  });
}
