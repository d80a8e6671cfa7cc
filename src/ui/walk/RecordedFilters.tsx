import { SEVERITY_WORDS, type Severity } from "@/core/inspection/severity";
import { SeverityMark } from "../marks/SeverityMark";
import type { RecordedFilter } from "./recordedFilter";

interface RecordedFiltersProps {
  filter: RecordedFilter;
  /** Those that occur. */
  severities: readonly Severity[];
  /** Whether who holds the device has a name: only then are some "mine". */
  named: boolean;
  onChange: (filter: RecordedFilter) => void;
}

/** Which of the recorded findings are shown: today's, mine, by severity, by words. */
export function RecordedFilters({ filter, severities, named, onChange }: RecordedFiltersProps) {
  const look = (on: boolean) => `button min-h-11 px-3 ${on ? "border-ink bg-sunken font-bold" : ""}`;
  const toggle = (key: "today" | "mine", words: string) => (
    <button
      type="button"
      aria-pressed={filter[key]}
      className={look(filter[key])}
      onClick={() => onChange({ ...filter, [key]: !filter[key] })}
    >
      {words}
    </button>
  );
  return (
    <div role="group" aria-label="Show" className="mt-2 flex flex-wrap items-end gap-2">
      {toggle("today", "Today")}
      {named ? toggle("mine", "Mine") : null}
      {severities.map((severity) => {
        const on = filter.severities.has(severity);
        const next = new Set(filter.severities);
        if (on) next.delete(severity);
        else next.add(severity);
        return (
          <button
            key={severity}
            type="button"
            aria-pressed={on}
            aria-label={SEVERITY_WORDS[severity].word}
            className={look(on)}
            onClick={() => onChange({ ...filter, severities: next })}
          >
            <SeverityMark severity={severity} />
          </button>
        );
      })}
      <label className="grid min-w-40 flex-1 gap-1">
        <span className="caption">Find by words</span>
        <input
          className="field font-normal"
          value={filter.words}
          onChange={(event) => onChange({ ...filter, words: event.target.value })}
        />
      </label>
    </div>
  );
}
