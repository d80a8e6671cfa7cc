import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { readFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Locator, Page } from "@playwright/test";
import { type Demo, demoFile, expect } from "./app";

/** What a data sheet, a sketch and a look at the meter cupboard tell, as it is typed into the leaves of the editor. */
export const SHEET: [field: string, value: string][] = [
  ["Maker", "Solwerk Obergrund"],
  ["Power, W", "405"],
  ["Open-circuit voltage, V", "37,2"],
  ["Short-circuit current, A", "13,9"],
  ["Voltage at maximum power, V", "31,2"],
  ["Current at maximum power, A", "12,98"],
  ["Power by temperature, %/°C", "-0,34"],
  ["Open-circuit voltage by temperature, %/°C", "-0,27"],
  ["Short-circuit current by temperature, %/°C", "0,05"],
  ["Cells in series", "54"],
  ["Highest system voltage, V", "1000"],
];
export const PLACE: [field: string, value: string][] = [
  ["Name", "Sawmill, Untergrund"],
  ["Latitude, ° (south negative)", "46,82"],
  ["Longitude, ° (west negative)", "12,31"],
  ["Height above the sea, m", "870"],
];
export const INVERTER: [field: string, value: string][] = [
  ["AC rating, W", "14000"],
  ["Highest DC voltage, V", "1000"],
];

/** A field of the editor by its label. */
export const field = (page: Page, label: string): Locator => page.getByLabel(label, { exact: true });

/** Walks with Tab to what a person wants, as somebody without a mouse does. */
export async function tabTo(page: Page, wanted: Locator, key: "Tab" | "Shift+Tab" = "Tab"): Promise<void> {
  for (let k = 0; k < 150; k++) {
    if (await wanted.evaluate((one) => one === document.activeElement).catch(() => false)) return;
    await page.keyboard.press(key);
  }
  throw new Error(`${wanted} isn't reached by ${key}`);
}

/**
 * A quarter of a year at a drawn site with one string dead, as its portal exports it (semicolons, decimal commas, local time), and the weather beside it.
 * @param site the site file, as the application gives it
 */
export async function portalFiles(demo: Demo, site: string): Promise<{ production: string; weather: string }> {
  const folder = mkdtempSync(join(tmpdir(), "irradant-drawn-"));
  const path = (name: string, text: string) => {
    writeFileSync(join(folder, name), text);
    return join(folder, name);
  };
  const [header, ...rows] = (await readFile(demoFile(demo, "larch-house.weather.csv"), "utf8")).trimEnd().split("\n");
  const weather = path("weather.csv", [header, ...rows.filter((row) => row >= "2026-04-30T22" && row < "2026-07-31T22")].join("\n"));
  const faults = {
    format: "irradant-faults/1",
    noisePct: 1,
    faults: [{ cause: "string-open", scope: "s2", from: "2026-06-10T10:00:00Z", to: null }],
  };
  const made = spawnSync(
    process.execPath,
    [
      "bin/irradant.mjs",
      "simulate",
      "--site",
      path("site.json", site),
      "--weather",
      weather,
      "--faults",
      path("faults.json", JSON.stringify(faults)),
      "--seed",
      "3",
    ],
    { encoding: "utf8", maxBuffer: 1e8 },
  );
  expect(made.status, made.stderr).toBe(0);
  const [names, ...lines] = made.stdout.trimEnd().split("\n");
  const columns = names.split(",");
  const at = (name: string) => columns.indexOf(name);
  const comma = (value: number, digits: number) => value.toFixed(digits).replace(".", ",");
  const summer = 7_200_000;
  const local = lines.map((line) => {
    const cells = line.split(",");
    const wall = new Date(Date.parse(cells[0]) + summer).toISOString();
    const time = `${wall.slice(8, 10)}.${wall.slice(5, 7)}.${wall.slice(0, 4)} ${wall.slice(11, 16)}`;
    const currents = ["s1", "s2", "s3", "s4"].map((id) => comma(Number(cells[at(`${id}.dc_a`)]), 2));
    return [time, comma(Number(cells[at("inv1.ac_w")]) / 1000, 3), ...currents].join(";");
  });
  const production = path(
    "portal.csv",
    ["Zeit;Leistung WR 1 [kW];Strom s1 [A];Strom s2 [A];Strom s3 [A];Strom s4 [A]", ...local].join("\r\n"),
  );
  return { production, weather };
}
