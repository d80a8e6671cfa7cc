import { ENTRY, type EntryKind, entryKind } from "@/core/formats/archive/manifest";

/** In what an archive and the site that is here differ, of one kind of entries. */
export interface ArchiveDifference {
  /** What they are, for people. */
  words: string;
  /** Names of those that only one has, and of those that both have otherwise. */
  onlyHere: string[];
  onlyInArchive: string[];
  otherwise: string[];
}

const WORDS: Partial<Record<EntryKind, string>> = {
  asBuilt: "As-built versions",
  series: "Measured values",
  imports: "What was taken in, and taken back",
  sources: "How sources are read",
  original: "Files as they came",
  case: "Cases",
  photo: "Pictures",
  register: "Register",
  calibrations: "Calibrations",
};

/** What a person calls an entry. */
const NAMES: Partial<Record<EntryKind, (name: string) => string>> = {
  asBuilt: (name) => `version ${name}`,
  imports: () => "the list",
  sources: () => "the list",
  register: () => "the table",
  calibrations: () => "the list",
};

/** Thumbnails go with their pictures, versions' dates with the versions, packed days with the series. */
const GOES_WITH: Partial<Record<EntryKind, EntryKind>> = { versions: "asBuilt", packed: "series" };

/** Holds the entries of two archives against each other. @param here SHA-256 by path, as the site that is here would be written @param there as the archive has it */
export function archiveDifferences(here: Readonly<Record<string, string>>, there: Readonly<Record<string, string>>): ArchiveDifference[] {
  const found = new Map<EntryKind, ArchiveDifference>();
  for (const path of [...new Set([...Object.keys(here), ...Object.keys(there)])].sort()) {
    const kind = entryKind(path);
    if (!kind || here[path] === there[path] || path.endsWith(".thumb.jpg")) continue;
    const of = GOES_WITH[kind] ?? kind;
    const difference = found.get(of) ?? { words: WORDS[of] ?? path, onlyHere: [], onlyInArchive: [], otherwise: [] };
    found.set(of, difference);
    const name = GOES_WITH[kind] ? wholeWords(kind) : nameOf(kind, path);
    const list = there[path] === undefined ? "onlyHere" : here[path] === undefined ? "onlyInArchive" : "otherwise";
    // What goes with others says itself once, as being otherwise.
    const into = GOES_WITH[kind] ? difference.otherwise : difference[list];
    if (!into.includes(name)) into.push(name);
  }
  return [...found.values()];
}

function wholeWords(kind: EntryKind): string {
  return kind === "versions" ? "since when and why" : "values or what was replaced";
}

function nameOf(kind: EntryKind, path: string): string {
  const name = ENTRY[kind].exec(path)?.[1] ?? path;
  return NAMES[kind]?.(name) ?? name;
}
