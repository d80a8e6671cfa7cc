import { useId } from "react";

/** A label over a field of a form that isn't part of the draft itself. */
export function FormRow({ label, children }: { label: string; children: (field: { id: string; className: string }) => React.ReactNode }) {
  const id = useId();
  return (
    <div className="grid min-w-0 content-start gap-0.5">
      <label htmlFor={id} className="caption">
        {label}
      </label>
      {children({ id, className: "field figures min-h-9 px-2 py-1 max-desk:min-h-11" })}
    </div>
  );
}
