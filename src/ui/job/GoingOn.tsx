import type { JobState } from "./useJob";

/** How far it is, with a way to call it off; or what was wrong, line by line. */
export function GoingOn({
  going,
  refused,
  nothing = "Nothing was taken in.",
  onCancel,
}: JobState & {
  /** What stands over the reasons where it was refused. */
  nothing?: string;
  onCancel: () => void;
}) {
  return (
    <div role="status" className={going || refused ? "" : "sr-only"}>
      {going ? (
        <p className="flex flex-wrap items-center gap-4">
          {going.words}
          <progress value={going.share ?? undefined} max={1} className="h-3 w-48 accent-act" aria-label={going.words} />
          {going.jobId ? (
            <button type="button" className="button" onClick={onCancel}>
              Cancel
            </button>
          ) : null}
        </p>
      ) : null}
      {refused ? (
        <div className="border-l-4 border-stop bg-raised py-1 pr-2 pl-3">
          <p className="font-semibold">{nothing}</p>
          <ul>
            {refused.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </div>
      ) : null}
    </div>
  );
}
