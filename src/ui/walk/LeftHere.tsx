import type { Left } from "./left";

/** What is left at a stop, before the ladder is taken away for it, and the way to it. */
export function LeftHere({ left: { stop, items, up }, onOpen }: { left: Left; onOpen: (key: string) => void }) {
  const [first] = items;
  return (
    <section aria-label="Left at this stop" className="mt-3 border-2 border-act bg-raised p-3">
      <p>
        <strong>
          {stop.place}: {items.length === 1 ? "one point isn't answered" : `${items.length} points aren't answered`}
        </strong>
        {up ? ", and the ladder would be needed again." : "."}
      </p>
      <button type="button" className="button mt-2 max-w-full" onClick={() => onOpen(first.key)}>
        <span className="min-w-0 truncate">To {first.point.title}</span>
      </button>
    </section>
  );
}
