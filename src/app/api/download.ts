/** A file for the browser to save. Its name may hold anything: it is encoded (RFC 6266, RFC 5987), with a plain one beside it. */
export function download(body: BodyInit, type: string, name: string): Response {
  const plain = name.replace(/[^A-Za-z0-9._-]+/g, "_");
  const encoded = encodeURIComponent(name).replace(/['()*]/g, (char) => `%${char.charCodeAt(0).toString(16).toUpperCase()}`);
  return new Response(body, {
    headers: {
      "content-type": `${type}; charset=utf-8`,
      "content-disposition": `attachment; filename="${plain}"; filename*=UTF-8''${encoded}`,
    },
  });
}
