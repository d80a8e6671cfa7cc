import type { ArchiveView } from "@/server/archive/archives";
import { DifferenceTable } from "../marks/DifferenceTable";

/** So many names are said of a list. */
const MOST_NAMES = 6;

/** Asks whether an archive's site is to take the place of the one that is here, with what differs. Nothing has been changed yet. */
export function ArchiveQuestion({ archive, onReplace, onLeave }: { archive: ArchiveView; onReplace: () => void; onLeave: () => void }) {
  return (
    <section aria-label={`${archive.siteName} is here already`} className="max-w-4xl border-2 border-ink bg-raised p-4">
      <h2 className="text-lg">{archive.siteName} is here already</h2>
      <p className="mt-1">The archive differs from it in this:</p>
      <DifferenceTable
        heads={["What", "Only here", "Only in the archive", "Otherwise"]}
        rows={archive.differences.map(({ words, onlyHere, onlyInArchive, otherwise }) => ({
          key: words,
          cells: [words, named(onlyHere), named(onlyInArchive), named(otherwise)],
        }))}
      />
      <p className="mt-3">
        What is only here goes if the archive takes its place; it is kept as an archive of its own for a week, and Undo brings it back.
      </p>
      <div className="mt-3 flex flex-wrap gap-3">
        <button type="button" className="button button-act" onClick={onReplace}>
          Take it as in the archive
        </button>
        <button type="button" className="button" onClick={onLeave}>
          Leave what is here
        </button>
      </div>
    </section>
  );
}

function named(names: readonly string[]): string {
  if (names.length === 0) return "–";
  const more = names.length - MOST_NAMES;
  return `${names.slice(0, MOST_NAMES).join(", ")}${more > 0 ? ` and ${more} more` : ""}`;
}
