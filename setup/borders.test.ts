import { spawnSync } from "node:child_process";
import { rmSync, writeFileSync } from "node:fs";
import { expect, it } from "vitest";

/** Lints a file that is put at a place for a moment. */
function lint(path: string, text: string): string {
  writeFileSync(path, text);
  try {
    const { stdout, stderr } = spawnSync(process.execPath, ["node_modules/@biomejs/biome/bin/biome", "lint", path], { encoding: "utf8" });
    return stdout + stderr;
  } finally {
    rmSync(path);
  }
}

const RULE = "noRestrictedImports";
const imports = (name: string) => `import * as it from "${name}";\nexport const held = it;\n`;

it.each(["react", "next/link", "sequelize", "node:fs", "@/db/open", "@/server/triage", "../../ui/send"])(
  "the core can't import %s",
  (name) => {
    expect(lint("src/core/sun/zz-border.ts", imports(name))).toContain(RULE);
  },
);

it.each([
  ["src/db/zz-border.ts", "@/server/triage"],
  ["src/server/zz-border.ts", "@/ui/send"],
  ["src/ui/zz-border.ts", "@/db/open"],
])("%s can't import %s", (path, name) => {
  expect(lint(path, imports(name))).toContain(RULE);
});

it("what lies below may be imported", () => {
  expect(lint("src/server/zz-border.ts", imports("@/core/sun/position"))).not.toContain(RULE);
  expect(lint("src/core/sun/zz-border.ts", imports("../series/grid"))).not.toContain(RULE);
});

it("the core can't use Node's or the browser's globals", () => {
  expect(lint("src/core/sun/zz-border.ts", "export const here = process.cwd();\n")).toContain("noRestrictedGlobals");
  expect(lint("src/core/sun/zz-border.ts", "export const here = window.location;\n")).toContain("noRestrictedGlobals");
});
