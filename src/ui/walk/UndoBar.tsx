/** What was just taken back, with the way to let it stand. */
export function UndoBar({ count, onUndo }: { count: number; onUndo: () => void }) {
  if (count === 0) return null;
  return (
    <>
      {/* Room, so that nothing at the foot of the page lies under the bar for good. */}
      <div className="h-24" />
      <div
        role="status"
        className="fixed inset-x-4 bottom-32 z-40 mx-auto flex max-w-md items-center justify-between gap-4 border-2 border-ink bg-raised p-3 desk:bottom-6"
      >
        {count === 1 ? "Finding taken back" : `${count} findings taken back`}
        <button type="button" className="button" onClick={onUndo}>
          Undo
        </button>
      </div>
    </>
  );
}
