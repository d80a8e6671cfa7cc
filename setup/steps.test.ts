import { spawnSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";

/** Runs the demo's script with settings under which it must stop before it installs or builds anything. */
function demo(env: Record<string, string>, ...args: string[]) {
  const { status, stderr } = spawnSync(process.execPath, ["setup/demo.mjs", ...args], {
    env: { ...process.env, ...env },
    encoding: "utf8",
    timeout: 20_000,
  });
  return { status, lines: stderr.trim().split("\n") };
}

describe("the demo says in one line why it can't start", () => {
  it("when the port is taken", async () => {
    const holder = createServer();
    const port = await new Promise<number>((resolve) =>
      holder.listen(0, "127.0.0.1", () => resolve((holder.address() as { port: number }).port)),
    );
    expect(demo({ PORT: String(port) })).toEqual({
      status: 1,
      lines: [`irradant: Port ${port} on 127.0.0.1 is taken. Set PORT to another one.`],
    });
    holder.close();
  });

  it("when the port is no port", () => {
    expect(demo({ PORT: "high" }).lines).toEqual(["irradant: PORT is high: a number from 0 to 65535 is needed."]);
    expect(demo({ PORT: "70000" }).status).toBe(1);
  });

  it("when an option says so, which counts before the setting, or there is no such option", () => {
    expect(demo({ PORT: "0" }, "--port", "low").lines).toEqual(["irradant: PORT is low: a number from 0 to 65535 is needed."]);
    const unknown = demo({}, "--colour", "red");
    expect(unknown.status).toBe(2);
    expect(unknown.lines).toEqual(["irradant: Unknown option '--colour'. Known are --port, --host and --data."]);
  });

  it("and what it means to listen everywhere, before it does", () => {
    const { lines } = demo({ HOST: "0.0.0.0", PORT: "0", IRRADANT_DATA: "/proc/irradant" });
    expect(lines.slice(0, 2).join(" ")).toMatch(/opens Irradant to everybody on this network: there are no accounts yet.*IRRADANT_ORIGINS/);
  });

  it("when the data folder can't be written", () => {
    const file = join(tmpdir(), `irradant-file-${process.pid}`);
    writeFileSync(file, "");
    const { status, lines } = demo({ PORT: "0", IRRADANT_DATA: join(file, "data") });
    expect(status).toBe(1);
    expect(lines).toEqual([
      `irradant: The data folder ${join(file, "data")} can't be written (ENOTDIR). Set IRRADANT_DATA to another one.`,
    ]);
  });

  it("when Node.js is too old", () => {
    const code = `Object.defineProperty(process.versions, "node", { value: "18.19.0" }); import("./setup/steps.mjs").then((steps) => steps.checkNode());`;
    const { status, stderr } = spawnSync(process.execPath, ["-e", code], { encoding: "utf8" });
    expect(status).toBe(1);
    expect(stderr.trim()).toBe("irradant: Node.js 18.19.0 is too old: 20.12 or newer is needed.");
  });
});

it("fingerprints change with a file's name or content, and only with them", async () => {
  const { fingerprint } = await import("./steps.mjs");
  expect(fingerprint(["src/core/sky"])).toBe(fingerprint(["src/core/sky"]));
  expect(fingerprint(["src/core/plane"])).not.toBe(fingerprint(["src/core/sky"]));
  expect(fingerprint(["no/such/folder"])).toBe(fingerprint([]));
});
