"use client";

import { Crop, MoveUpRight, Circle as RingIcon, Type, Undo2 } from "lucide-react";
import dynamic from "next/dynamic";
import { Dialog } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { type Mark, MOST_MARK_TEXT, MOST_MARKS, movedBy, type PhotoMarks } from "@/core/changes/photoMarks";
import { SheetDialog } from "../marks/SheetDialog";
import { markWords } from "./markLook";
import type { MarkStageProps, MarkTool } from "./markStageProps";
import { useImage } from "./useImage";

/** The drawing package draws in a browser only. */
const MarkStage = dynamic(() => import("./MarkStage").then((module) => module.MarkStage), { ssr: false });

interface MarkPhotoProps {
  url: string | undefined;
  name: string;
  marks: PhotoMarks;
  /** Keeps them; called after each stroke. */
  onKeep: (marks: PhotoMarks) => void;
  children: React.ReactNode;
}

const TOOLS = [
  { tool: "arrow", words: "Arrow", Icon: MoveUpRight },
  { tool: "ring", words: "Ring", Icon: RingIcon },
  { tool: "text", words: "Words", Icon: Type },
  { tool: "crop", words: "Cut", Icon: Crop },
] as const satisfies readonly { tool: MarkTool; words: string; Icon: typeof Crop }[];

/** What a tool puts in the middle, for who has no pointer: from there it is moved by keys. */
const IN_THE_MIDDLE: Record<Exclude<MarkTool, "crop">, Mark> = {
  arrow: { kind: "arrow", from: [0.38, 0.62], to: [0.5, 0.5] },
  ring: { kind: "ring", at: [0.5, 0.5], half: [0.1, 0.1] },
  text: { kind: "text", at: [0.5, 0.5], text: "" },
};
/** How far a key moves a mark, and how much it cuts from a side: share of the picture. */
const KEY_STEP = 0.02;
const KEYS: Record<string, [number, number]> = {
  ArrowLeft: [-KEY_STEP, 0],
  ArrowRight: [KEY_STEP, 0],
  ArrowUp: [0, -KEY_STEP],
  ArrowDown: [0, KEY_STEP],
};

/** Opens a photo to be marked: arrow, ring, words, and the part that is shown. Each stroke is kept at once and can be taken back. */
export function MarkPhoto({ children, ...props }: MarkPhotoProps) {
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>{children}</Dialog.Trigger>
      <SheetDialog title={props.name} full acts={<Dialog.Close className="button button-act">Done</Dialog.Close>}>
        <MarkSheet {...props} />
      </SheetDialog>
    </Dialog.Root>
  );
}

function MarkSheet({ url, name, marks: kept, onKeep }: Omit<MarkPhotoProps, "children">) {
  const [marks, setMarks] = useState(kept);
  const [before, setBefore] = useState<readonly PhotoMarks[]>([]);
  const [tool, setTool] = useState<MarkTool>("arrow");
  const [picked, pick] = useState<number | null>(null);
  const image = useImage(url);
  const { room, size } = useRoom();
  const full = marks.marks.length >= MOST_MARKS;

  const change = (next: PhotoMarks) => {
    setBefore([...before, marks]);
    setMarks(next);
    onKeep(next);
  };
  const undo = () => {
    const last = before[before.length - 1];
    setBefore(before.slice(0, -1));
    setMarks(last);
    pick(null);
    onKeep(last);
  };
  const stage: Omit<MarkStageProps, "image" | "width" | "height"> = { marks, tool, picked, onPick: pick, onMarks: change };

  return (
    <>
      <div
        ref={room}
        role="application"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what is drawn is moved by keys
        tabIndex={0}
        aria-label={`${name}: arrow keys move the picked mark`}
        className="grid min-h-0 flex-1 place-items-center overflow-hidden bg-sunken p-1"
        onKeyDown={(event) => {
          const by = KEYS[event.key];
          if (!by || picked === null) return;
          event.preventDefault();
          change({ ...marks, marks: marks.marks.map((mark, k) => (k === picked ? movedBy(mark, ...by) : mark)) });
        }}
      >
        {image && size ? (
          <MarkStage image={image} {...size} {...stage} />
        ) : (
          <p className="caption">The picture isn't on this device yet.</p>
        )}
      </div>
      <div className="h-[38dvh] shrink-0 overflow-y-auto border-t-2 border-ink px-3 py-2">
        <div className="flex flex-wrap gap-2">
          <div role="group" aria-label="Draw" className="flex">
            {TOOLS.map(({ tool: one, words, Icon }) => (
              <button
                key={one}
                type="button"
                aria-pressed={tool === one}
                className={`button flex-col gap-0 px-3 text-sm ${tool === one ? "border-ink bg-sunken font-bold" : ""}`}
                onClick={() => setTool(one)}
              >
                <Icon className="size-5" aria-hidden="true" /> {words}
              </button>
            ))}
          </div>
          {tool === "crop" ? (
            <button type="button" className="button" disabled={!marks.crop} onClick={() => change({ ...marks, crop: null })}>
              Show the whole
            </button>
          ) : (
            <button
              type="button"
              className="button"
              disabled={full}
              onClick={() => {
                pick(marks.marks.length);
                change({ ...marks, marks: [...marks.marks, IN_THE_MIDDLE[tool]] });
              }}
            >
              Put in the middle
            </button>
          )}
          <button type="button" className="button" disabled={before.length === 0} onClick={undo}>
            <Undo2 className="size-5" aria-hidden="true" /> Undo
          </button>
        </div>
        <p className="caption mt-1">
          {full
            ? `${MOST_MARKS} marks: no more, or they hide what they point at.`
            : tool === "crop"
              ? "Draw round the part that is to be seen. The whole picture stays."
              : tool === "text"
                ? "Touch where the words begin, then write them here."
                : "Draw it, or touch the spot. A mark that is there can be moved."}
        </p>
        <ul aria-label="Marks">
          {marks.marks.map((mark, k) => (
            <MarkRow
              // biome-ignore lint/suspicious/noArrayIndexKey: a mark is known by its place in the list
              key={k}
              mark={mark}
              picked={picked === k}
              onPick={() => pick(k)}
              onText={(text) => change({ ...marks, marks: marks.marks.map((one, at) => (at === k ? { ...mark, text } : one)) as Mark[] })}
              onRemove={() => {
                pick(null);
                change({ ...marks, marks: marks.marks.filter((_, at) => at !== k) });
              }}
            />
          ))}
        </ul>
      </div>
    </>
  );
}

interface MarkRowProps {
  mark: Mark;
  picked: boolean;
  onPick: () => void;
  onText: (text: string) => void;
  onRemove: () => void;
}

function MarkRow({ mark, picked, onPick, onText, onRemove }: MarkRowProps) {
  const field = useRef<HTMLInputElement>(null);
  const isNew = mark.kind === "text" && mark.text === "";
  useEffect(() => {
    if (isNew && picked) field.current?.focus();
  }, [isNew, picked]);
  return (
    <li className={`flex items-center gap-2 border-b border-rule ${picked ? "bg-sunken" : ""}`}>
      {mark.kind === "text" ? (
        <input
          ref={field}
          className="field my-1 min-h-11 min-w-0 flex-1"
          aria-label="Words on the photo"
          maxLength={MOST_MARK_TEXT}
          defaultValue={mark.text}
          onFocus={onPick}
          onBlur={(event) => event.target.value !== mark.text && onText(event.target.value)}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
        />
      ) : (
        <button type="button" aria-pressed={picked} className="min-h-11 flex-1 text-left" onClick={onPick}>
          {markWords(mark)}
        </button>
      )}
      <button type="button" className="min-h-11 px-2 text-act underline" aria-label={`Remove ${markWords(mark)}`} onClick={onRemove}>
        Remove
      </button>
    </li>
  );
}

/** The room that there is for a picture, px; null until it is measured. */
function useRoom() {
  const room = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  useEffect(() => {
    const { current } = room;
    if (!current) return;
    const observer = new ResizeObserver(() => setSize({ width: current.clientWidth - 8, height: current.clientHeight - 8 }));
    observer.observe(current);
    return () => observer.disconnect();
  }, []);
  return { room, size };
}
