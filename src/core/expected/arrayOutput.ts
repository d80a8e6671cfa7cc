import { maxPower, OPEN_WINDOW, type TrackerWindow } from "../electrical/maxPower";
import type { StringCurve } from "../electrical/stringCurve";
import type { Inverter, PvString, SiteFile } from "../site/siteSchema";
import { PlaneShade } from "./stringLight";
import { type ArrayState, type StringOutput, StringWork } from "./stringWork";

/** Strings that one input of an inverter tracks together. */
export interface InverterInput {
  inverter: Inverter;
  strings: PvString[];
  window: TrackerWindow;
}

/**
 * Which strings share a tracker. Strings without a named one are taken as sharing it with their equals only, as a
 * sound design would have it.
 */
export function inputsOf(site: SiteFile, inverter: Inverter): InverterInput[] {
  const inputs = new Map<string, InverterInput>();
  for (const pvString of site.strings) {
    if (pvString.inverter !== inverter.id) continue;
    const key = pvString.mppt ?? `${pvString.plane}/${pvString.moduleType}/${pvString.modules}`;
    const mppt = inverter.mppts.find((entry) => entry.id === pvString.mppt);
    const window = mppt ? { minV: mppt.minV ?? 0, maxV: mppt.maxV ?? Number.POSITIVE_INFINITY } : OPEN_WINDOW;
    const input = inputs.get(key) ?? { inverter, strings: [], window };
    input.strings.push(pvString);
    inputs.set(key, input);
  }
  return [...inputs.values()];
}

/**
 * DC output of every string. Where all of an input's modules are alike (same type, same plane, no shade on a part),
 * their tabulated maximum is taken; else the curves of its strings are built from the light of each part, and
 * the highest power within the tracker's window is searched. Converters on modules let each work alone.
 */
export function arrayOutput(site: SiteFile, state: ArrayState): Map<string, StringOutput> {
  const out = new Map<string, StringOutput>();
  const shades = new Map(
    site.planes.filter((plane) => state.planes.get(plane.id)?.parts).map((plane) => [plane.id, new PlaneShade(site, plane.id)]),
  );
  for (const inverter of site.inverters) {
    const independent = inverter.kind !== "string";
    for (const input of inputsOf(site, inverter)) {
      const works = input.strings.map((pvString) => new StringWork(site, pvString, state, shades));
      if (independent) for (const work of works) work.runAlone(state);
      else runTogether(works, input.window, state);
      for (const work of works) out.set(work.pvString.id, work.output);
    }
  }
  return out;
}

/** Strings of one input, all intervals. */
function runTogether(works: readonly StringWork[], window: TrackerWindow, state: ArrayState): void {
  const [first] = works;
  const alike = works.every((work) => work.alike(first));
  if (alike && works.every((work) => work.lights.alwaysEven)) {
    first.runEven(window, state);
    for (const work of works.slice(1)) work.copyOf(first);
    return;
  }
  const { grid, sun, options } = state;
  const curves: StringCurve[] = [];
  for (const work of works) work.makeRoom();
  for (let i = 0; i < grid.count; i++) {
    if (sun.litShare[i] <= 0) continue;
    let even = true;
    for (const work of works) even = work.take(i, state) && even;
    if (even && alike && first.evenWithin(window)) {
      for (const work of works) work.putEven(i, options);
      continue;
    }
    curves.length = 0;
    for (const work of works) curves.push(work.curve(options));
    const point = maxPower(curves, window);
    works.forEach((work, k) => {
      const amps = works.length === 1 ? point.amps : curves[k].levelsA.length > 0 ? curves[k].currentAt(point.volts) : 0;
      work.put(i, point.volts, amps, options);
    });
  }
}
