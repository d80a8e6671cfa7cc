/** Who may do a piece of work; local rules have the last word. */
export const TRADES = {
  technician: "service technician",
  electrician: "licensed electrician",
  roofer: "roofer",
  engineer: "structural engineer",
} as const;
export type Trade = keyof typeof TRADES;

/** A piece of work that follows from what was found. */
export interface Work {
  /** What is done, as an owner reads it: an imperative. `{place}` is where. */
  title: string;
  who: Trade;
  /** Least and most, hours of everybody together, without the way there. */
  hours: readonly [number, number];
  /** Least and most, in euro without tax, at a firm's usual prices. */
  parts: readonly [number, number];
  /** Nobody has to come for it. */
  fromAfar?: true;
  /** What hours and parts are for: the argument of the figures. */
  why: string;
}

/**
 * Every piece of work, with what it takes. Hours and parts are a service firm's experience of small arrays, for a first figure
 * until an offer is made; a firm sets its own rates, and each figure can be changed in the report.
 */
export const WORKS = {
  "mend-string": {
    ...{ title: "Find why {place} gives nothing, and mend it", who: "electrician", hours: [1.5, 4], parts: [20, 160] },
    why: "Measuring along the run takes an hour or two; a fuse or connector costs little, an isolator most.",
  },
  "replace-isolator": {
    ...{ title: "Replace the isolator at {place}, sheltered and with its entries from below", who: "electrician", hours: [1.5, 3] },
    ...{ parts: [90, 220], why: "Isolator with enclosure, glands for the cable bundle and a shelter." },
  },
  "replace-module": {
    ...{ title: "Replace the damaged module at {place}", who: "technician", hours: [2, 4], parts: [120, 320] },
    why: "Two people for an hour or two on the roof; one module of near size and current, more where it has to be sought.",
  },
  "replace-converter": {
    ...{ title: "Replace the module electronics at {place}", who: "electrician", hours: [1.5, 3], parts: [70, 220] },
    why: "Two people, one module lifted; often under the maker's warranty.",
  },
  "mend-inverter": {
    ...{ title: "Find why {place} stops: its error log, breaker and input voltage", who: "electrician", hours: [1, 3], parts: [0, 350] },
    why: "A breaker or a fan at the low end; a new inverter is another decision and isn't in this figure.",
  },
  "seal-wiring": {
    ...{
      title: "Find where water gets into the wiring of {place}, and make it tight",
      who: "electrician",
      hours: [2, 6],
      parts: [40, 260],
    },
    why: "Insulation is measured string by string in the wet; what leaks is a gland, a connector or an isolator.",
  },
  "remake-joint": {
    ...{ title: "Find the hot joint in {place} and remake it", who: "electrician", hours: [1, 3], parts: [10, 90] },
    why: "Temperatures under load, then a terminal or a pair of connectors.",
  },
  "cool-inverter": {
    ...{ title: "Shade, clear or move the inverter at {place}", who: "technician", hours: [1, 4], parts: [30, 250] },
    why: "From clearing fins and filter to a shading plate or a new place on the wall.",
  },
  "measure-decline": {
    ...{ title: "Measure the curve of each string of {place}, for the warranty", who: "technician", hours: [2, 4], parts: [0, 0] },
    why: "Half an hour a string in good light, and the paper for the maker.",
  },
  "clear-shade": {
    ...{ title: "Look from {place} at the hour of the loss what throws the shadow; where it is a tree, have it cut back" },
    ...{ who: "technician", hours: [0.5, 1], parts: [0, 600] },
    why: "Looking takes half an hour; a tree surgeon half a day to a day, removal included. A building stays, and then nothing is to be done.",
  },
  clean: {
    ...{ title: "Have the modules at {place} cleaned", who: "technician", hours: [1, 4], parts: [10, 60] },
    why: "Some ten modules in half an hour from a safe stand, with soft water.",
  },
  "set-clock": {
    ...{ title: "Set the clock of the data logger of {place}", who: "technician", hours: [0.25, 0.5], parts: [0, 0] },
    ...{ why: "Mostly done from afar.", fromAfar: true },
  },
  "mend-logging": {
    ...{ title: "Bring the data of {place} back: power and line of the logger", who: "technician", hours: [0.5, 2], parts: [0, 120] },
    why: "A plug or a router at the low end, a new logger at the high one.",
  },
  "set-sensor": {
    ...{ title: "Clean and level the light sensor of {place}, or replace it", who: "technician", hours: [0.5, 1.5], parts: [0, 280] },
    why: "Mostly cleaned and levelled; a new one where it has drifted.",
  },
  "check-meter": {
    ...{ title: "Read {place} against the other meters, and put its factor right", who: "technician", hours: [0.5, 1.5], parts: [0, 60] },
    why: "An hour of good light; the factor is set in its display or in the monitoring.",
  },
  "fasten-modules": {
    ...{ title: "Seat and tighten clamps and rails at {place}", who: "technician", hours: [1, 3], parts: [15, 120] },
    why: "Two people for an hour or so; clamps, end caps and screws.",
  },
  "mend-posts": {
    ...{ title: "Mend the posts at {place}: coat, brace or replace", who: "technician", hours: [2, 8], parts: [60, 500] },
    why: "From brushing and coating to a new footing.",
  },
  "safe-access": {
    ...{ title: "Provide a safe way up at {place}: ladder point and anchor", who: "roofer", hours: [2, 5], parts: [80, 300] },
    why: "A rated anchor hook or two and a ladder stop, fixed to the structure.",
  },
  "dress-cables": {
    ...{ title: "Fasten cables and remake connectors under {place}", who: "electrician", hours: [1, 4], parts: [20, 120] },
    why: "Clips and a few pairs of connectors of one make; modules lifted in turn.",
  },
  "mend-bonding": {
    ...{ title: "Join the frames and rails at {place} to earth, and measure it", who: "electrician", hours: [1, 3], parts: [20, 120] },
    why: "Lugs, bonding washers or rated clamps, and a continuity test to the earth bar.",
  },
  "seal-roof": {
    ...{ title: "Flash and seal the roof at {place}", who: "roofer", hours: [2, 8], parts: [60, 400] },
    why: "Some hooks or one cable entry; damage below isn't in this figure.",
  },
  "mend-conduit": {
    ...{ title: "Replace or seal conductors and conduit at {place}", who: "electrician", hours: [2, 5], parts: [60, 260] },
    why: "One run down a wall with conductors that are made for it.",
  },
  "replace-protector": {
    ...{ title: "Replace the surge protector at {place}", who: "electrician", hours: [0.5, 1], parts: [60, 180] },
    why: "A plug-in cartridge, or the whole protector.",
  },
  "mend-mounts": {
    ...{ title: "Fasten the mounts at {place} into the structure, as their maker has it", who: "roofer", hours: [2, 8], parts: [40, 320] },
    why: "From some screws to a row of hooks; covering is lifted and put back.",
  },
  "mend-covering": {
    ...{ title: "Mend the roof covering at {place}", who: "roofer", hours: [1, 4], parts: [20, 180] },
    why: "Some tiles or a sheet; what has to be sought costs more.",
  },
  "replace-fasteners": {
    ...{
      title: "Replace rusted or missing fasteners at {place} by ones that suit the metals",
      who: "technician",
      hours: [1, 3],
      parts: [15, 90],
    },
    why: "Bolts one after another, so that nothing comes loose.",
  },
  "set-ballast": {
    ...{ title: "Put the ballast at {place} back as planned", who: "technician", hours: [1, 4], parts: [20, 240] },
    why: "Two people and a lift for blocks; what the roof bears is the engineer's.",
  },
  "engineer-check": {
    ...{ title: "Have an engineer judge the structure at {place}", who: "engineer", hours: [2, 6], parts: [0, 0] },
    why: "A look, the papers and a page of sums.",
  },
  "guard-snow": {
    ...{ title: "Keep falling snow off people at {place}: guards, or close the way", who: "roofer", hours: [2, 6], parts: [80, 500] },
    why: "From a barrier in winter to a row of guards.",
  },
  "clear-debris": {
    ...{ title: "Clear what has gathered at {place}", who: "technician", hours: [0.5, 3], parts: [0, 30] },
    why: "By hand and with a wooden rake, modules untouched.",
  },
  "keep-birds-out": {
    ...{ title: "Keep birds and martens out from under {place}", who: "technician", hours: [2, 5], parts: [60, 260] },
    why: "Mesh along the edges, clipped to the frames and clear of cables; bitten cables aren't in this figure.",
  },
  "replace-conductors": {
    ...{ title: "Replace the conductors at {place} by ones that are made for it", who: "electrician", hours: [2, 6], parts: [60, 320] },
    why: "One run drawn anew, with its ends.",
  },
  "label-plant": {
    ...{ title: "Put the missing labels on at {place}", who: "technician", hours: [0.25, 1], parts: [5, 40] },
    why: "Labels that bear sun and rain.",
  },
  "mend-shutdown": {
    ...{ title: "Mend the shutdown at {place}, and measure it", who: "electrician", hours: [1, 4], parts: [40, 300] },
    why: "From a switch to units under the modules.",
  },
  "map-modules": {
    ...{ title: "Put the plan of modules and strings of {place} right", who: "technician", hours: [0.5, 2], parts: [0, 20] },
    why: "Covering or switching one after another while somebody watches.",
  },
  "mend-battery": {
    ...{ title: "Put the battery at {place} right", who: "electrician", hours: [1, 3], parts: [10, 180] },
    why: "Terminals, fuses, settings; new cells are another decision and aren't in this figure.",
  },
  "mend-earth": {
    ...{ title: "Mend the earth electrode at {place}, and measure it", who: "electrician", hours: [1, 3], parts: [20, 140] },
    why: "A clamp, or another rod.",
  },
  "set-limits": {
    ...{
      title: "Set limits and protection of {place} as agreed with the grid operator",
      who: "electrician",
      hours: [0.5, 2],
      parts: [0, 60],
    },
    why: "Settings and a test; sometimes a sensor on another conductor.",
  },
  "bring-papers": {
    ...{
      title: "Bring the papers of {place} together, and put them in the holder on site",
      who: "technician",
      hours: [0.5, 2],
      parts: [0, 15],
    },
    ...{ why: "Asking, printing, one look on site.", fromAfar: true },
  },
  "mend-breaker": {
    ...{ title: "Put the feed breaker at {place} right: place, torque, labels", who: "electrician", hours: [0.5, 2], parts: [10, 90] },
    why: "A breaker and labels; more where the busbar was hot.",
  },
} as const satisfies Record<string, Work>;

export type WorkId = keyof typeof WORKS;
export const WORK_IDS = Object.keys(WORKS) as WorkId[];

/** What is done at a place, as an owner reads it. @param place in words, like "string s2" */
export function workTitle(id: WorkId, place: string): string {
  return WORKS[id].title.replace("{place}", place === "whole site" ? "the site" : place);
}

/** Whether nobody has to come for it. */
export function isFromAfar(id: WorkId): boolean {
  const work: Work = WORKS[id];
  return work.fromAfar === true;
}
