import { expectedOutput } from "@/core/expected/expectedOutput";
import { writeSeriesCsv } from "@/core/formats/seriesCsv";
import { checkLight } from "@/core/weather/checkLight";
import { weatherFromSeries } from "@/core/weather/weather";
import type { CommandEntry } from "../command";
import { readSeries, readSite, sourceName, writeLines } from "../files";
import { readOptions } from "../options";

/** `expected`: what a healthy array would give in the weather of a file. */
export const expectedCommand: CommandEntry = {
  name: "expected",
  does: "what a healthy array would give in some weather, as CSV by plane and inverter",
  options: [
    { name: "site", value: "FILE", is: "site file" },
    { name: "weather", value: "FILE", is: "weather CSV" },
  ],
  example: "irradant expected --site roof.site.json --weather weather.csv > expected.csv",
  run: expectFromFiles,
};

async function expectFromFiles(args: string[]): Promise<void> {
  const options = readOptions(args, ["site", "weather"]);
  const site = await readSite(options.site as string);
  const series = await readSeries(options.weather as string, "weather");
  checkLight(series, sourceName(options.weather as string), site.location);
  const weather = weatherFromSeries(series);
  const output = expectedOutput(site, weather);
  const channels = new Map<string, Float64Array>();
  for (const [id, plane] of output.planes) channels.set(`poa.${id}`, plane.poaWm2);
  for (const [id, plane] of output.planes) channels.set(`t_cell.${id}`, plane.cellTempC);
  for (const [id, inverter] of output.inverters) {
    channels.set(`${id}.dc_w`, inverter.dcW);
    channels.set(`${id}.ac_w`, inverter.acW);
  }
  await writeLines(writeSeriesCsv({ grid: output.grid, channels }));
}
