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

/** What entries of a kind are for people, and what one of them is called; null where they are only counted. */
const KINDS: Partial<Record<EntryKind, { words: string; name: ((part: string) => string) | null; goesWith?: EntryKind }>> = {
  asBuilt: { words: "As-built versions", name: (part) => `version ${part}` },
  versions: { words: "As-built versions", name: () => "since when and why", goesWith: "asBuilt" },
  series: { words: "Measured values", name: (part) => part },
  packed: { words: "Measured values", name: () => "what was replaced", goesWith: "series" },
  imports: { words: "What was taken in, and taken back", name: () => "the list" },
  sources: { words: "How sources are read", name: () => "the list" },
  original: { words: "Files as they came", name: null },
  case: { words: "Cases", name: (part) => part },
  photo: { words: "Pictures", name: null },
  register: { words: "Register", name: () => "the table" },
  calibrations: { words: "Calibrations", name: () => "the list" },
};

type Hashes = Readonly<Record<string, string>>;

/**
 * Holds the entries of two archives against each other.
 * @param here SHA-256 by path, as the site that is here would be written @param there as the archive has it @param titles of cases, by id
 */
export function archiveDifferences(here: Hashes, there: Hashes, titles: ReadonlyMap<string, string> = new Map()): ArchiveDifference[] {
  const found = new Map<EntryKind, ArchiveDifference>();
  const paths = [...new Set([...Object.keys(here), ...Object.keys(there)])].filter((path) => here[path] !== there[path]).sort();
  for (const path of paths) {
    const kind = entryKind(path);
    const about = kind && KINDS[kind];
    // A thumbnail goes with its picture.
    if (!about || path.endsWith(".thumb.jpg")) continue;
    const difference = found.get(kind) ?? { words: about.words, onlyHere: [], onlyInArchive: [], otherwise: [] };
    found.set(kind, difference);
    const part = ENTRY[kind].exec(path)?.[1] ?? path;
    const list = there[path] === undefined ? "onlyHere" : here[path] === undefined ? "onlyInArchive" : "otherwise";
    const name = about.name?.(part) ?? part;
    difference[list].push(titles.get(name) ?? name);
  }
  return [...found].flatMap(([kind, difference]) => {
    const about = KINDS[kind];
    // Of what goes with others nothing more is said where those differ themselves.
    if (about?.goesWith)
      return found.has(about.goesWith) ? [] : [{ ...difference, onlyHere: [], onlyInArchive: [], otherwise: [about.name?.("") ?? ""] }];
    return about?.name === null ? [counted(difference)] : [difference];
  });
}

function counted({ words, ...lists }: ArchiveDifference): ArchiveDifference {
  const count = (names: string[]) => (names.length > 0 ? [`${names.length}`] : []);
  return { words, onlyHere: count(lists.onlyHere), onlyInArchive: count(lists.onlyInArchive), otherwise: count(lists.otherwise) };
}
