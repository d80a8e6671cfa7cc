import { getDocumentProxy } from "unpdf";

/** A line of a printed page, with its height over the page's foot in points. */
export interface PdfLine {
  text: string;
  y: number;
}

/** The lines of each page of a PDF, from the top down. */
export async function pdfPages(bytes: Uint8Array): Promise<PdfLine[][]> {
  const file = await getDocumentProxy(new Uint8Array(bytes));
  const pages: PdfLine[][] = [];
  for (let k = 1; k <= file.numPages; k++) {
    const { items } = await (await file.getPage(k)).getTextContent();
    const lines = new Map<number, string>();
    for (const item of items) {
      if (!("str" in item) || item.str.trim() === "") continue;
      const y = Math.round(item.transform[5]);
      lines.set(y, `${lines.get(y) ?? ""}${item.str}`);
    }
    pages.push([...lines].map(([y, text]) => ({ y, text: text.trim() })).sort((a, b) => b.y - a.y));
  }
  return pages;
}
