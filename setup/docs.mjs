// `npm run docs`: writes into docs/ what follows from the code, between its marks.
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { checkNode, ensureBundles, ensureModules, root } from "./steps.mjs";

checkNode();
ensureModules();
await ensureBundles();
const { parts } = await import(pathToFileURL(join(root, "dist", "docs.mjs")).href);
for (const { file, mark, text } of parts()) {
  const path = join(root, "docs", file);
  const [begin, end] = [`<!-- ${mark}: made by npm run docs -->`, `<!-- end of ${mark} -->`];
  const page = readFileSync(path, "utf8");
  if (!page.includes(begin) || !page.includes(end)) throw new Error(`docs/${file} has no marks for ${mark}`);
  writeFileSync(path, `${page.slice(0, page.indexOf(begin) + begin.length)}\n\n${text}\n\n${page.slice(page.indexOf(end))}`);
}
