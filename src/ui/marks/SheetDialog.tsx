import { Dialog } from "radix-ui";

interface SheetDialogProps {
  title: string;
  /** Over the whole screen for a picture, else as high as what it holds, from below in the field. */
  full?: boolean;
  /** Beside the title, at the right. */
  acts: React.ReactNode;
  children: React.ReactNode;
}

const SHAPES = {
  full: "inset-0 sm:inset-[3vh]",
  sheet:
    "inset-x-0 bottom-0 max-h-[92dvh] border-t-2 sm:inset-x-auto sm:top-[6vh] sm:bottom-auto sm:left-1/2 sm:max-h-[88vh] sm:w-[min(56rem,calc(100vw-48px))] sm:-translate-x-1/2",
} as const;

/** What opens over the page: a sheet from below in the field, a dialog at the desk. Stands within a `Dialog.Root`. */
export function SheetDialog({ title, full = false, acts, children }: SheetDialogProps) {
  return (
    <Dialog.Portal>
      <Dialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
      <Dialog.Content
        aria-describedby={undefined}
        className={`fixed z-50 flex flex-col border-ink bg-paper sm:border-2 ${full ? SHAPES.full : SHAPES.sheet}`}
      >
        <div className={`flex items-center justify-between gap-3 border-b-2 border-ink ${full ? "px-3 py-2" : "flex-wrap px-5 py-3"}`}>
          <Dialog.Title className={full ? "min-w-0 truncate text-lg font-semibold" : "text-xl font-semibold"}>{title}</Dialog.Title>
          <div className="flex gap-2">{acts}</div>
        </div>
        {children}
      </Dialog.Content>
    </Dialog.Portal>
  );
}
