/** The four steps, gravest first. Told by shape and word before colour. */
export const SEVERITIES = ["stop", "fix", "watch", "sound"] as const;
export type Severity = (typeof SEVERITIES)[number];

export const SEVERITY_WORDS: Record<Severity, { word: string; meaning: string }> = {
  stop: { word: "Stop", meaning: "Danger now: make safe before anything else" },
  fix: { word: "Fix", meaning: "Safety or output suffers: book the repair" },
  watch: { word: "Watch", meaning: "Note it and look again next time" },
  sound: { word: "Sound", meaning: "Looked at and in order" },
};

/** The graver of two. */
export function graver(a: Severity, b: Severity): Severity {
  return SEVERITIES.indexOf(a) <= SEVERITIES.indexOf(b) ? a : b;
}
