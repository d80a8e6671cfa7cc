import type { StationId } from "../shell/stations";

/** What a station without a bench will be, and how the work is done until then. */
const UNBUILT: Partial<Record<StationId, { title: string; willBe: string; meanwhile: string[]; caution: string }>> = {
  measure: {
    title: "Measure",
    willBe:
      "Field tests string by string: each reading beside what it should be at that light and temperature, with its verdict, and straight into the evidence ledger.",
    meanwhile: [
      "Write readings on paper with time, string, instrument, irradiance and module temperature: without the last two no limit can be told.",
      "Hold open-circuit voltages and currents against the neighbours in the same light; 5 % apart is worth a second look.",
      "Put what the readings show into the note of the walk's point that they belong to, so that the ledger moves.",
    ],
    caution:
      "Modules are live in any daylight. Prove dead before you touch, prove the tester before and after; an insulation test puts its voltage on everything joined. Local codes and a licensed person decide who may.",
  },
  decide: {
    title: "Decide",
    willBe: "Options side by side, leaving alone first: gain, cost, payback, hazard, who and what it needs.",
    meanwhile: [
      "Diagnose tells the energy and money of each cause since it began; a year's worth is what a repair can bring back.",
      "Write the decision and its reason into the brief's history, so that the report carries it.",
    ],
    caution: "What stands at Stop in the ledger is made safe first, whatever it costs.",
  },
  verify: {
    title: "Verify",
    willBe: "After against before at equal light, with the weather taken out and an honest interval.",
    meanwhile: [
      "Import the data from after the repair, and look at Compare for clear days before and after with the same sun.",
      "A single bright day proves nothing: wait for three with sun, or hold the mended string against one left alone.",
    ],
    caution: "Don't switch on what is marked as not to be switched on: the case says why.",
  },
};

/** A station that isn't built yet says what it will be and what to do meanwhile. */
export function UnbuiltBench({ station }: { station: string }) {
  const entry = UNBUILT[station as StationId];
  if (!entry) return null;
  return (
    <section aria-labelledby="unbuilt-title" className="max-w-3xl">
      <h2 id="unbuilt-title" className="text-lg">
        {entry.title}: on paper for now
      </h2>
      <p className="mt-2">
        <span className="font-semibold">What it will be.</span> {entry.willBe}
      </p>
      <p className="mt-4 font-semibold">Until then</p>
      <ul className="mt-1 list-disc pl-6">
        {entry.meanwhile.map((line) => (
          <li key={line} className="py-0.5">
            {line}
          </li>
        ))}
      </ul>
      <p className="mt-4 border-l-4 border-stop bg-raised py-2 pr-3 pl-3">{entry.caution}</p>
    </section>
  );
}

/** Whether a word names a station that isn't built yet. */
export function isUnbuilt(station: string): boolean {
  return station in UNBUILT;
}
