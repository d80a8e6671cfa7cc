"use client";

import { Camera } from "lucide-react";
import { Dialog } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { SheetDialog } from "../marks/SheetDialog";

interface PhotoAsBeforeProps {
  /** The earlier photo. */
  url: string;
  /** What it shows, for the dialog's title. */
  name: string;
  /** Takes what was photographed; says what is wrong with it. */
  onPhoto: (files: File[]) => Promise<string[]>;
}

/** JPEG quality of a frame: what a camera itself uses at "fine". */
const QUALITY = 0.92;

/** Opens the camera with an earlier photo laid over it, so that both show the same from the same place. */
export function PhotoAsBefore(props: PhotoAsBeforeProps) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="button mt-1 px-2 text-sm">
        <Camera className="size-4" aria-hidden="true" /> As before
      </Dialog.Trigger>
      <SheetDialog title={props.name} full acts={<Dialog.Close className="button">Close</Dialog.Close>}>
        <Framing {...props} onTaken={() => setOpen(false)} />
      </SheetDialog>
    </Dialog.Root>
  );
}

function Framing({ url, name, onPhoto, onTaken }: PhotoAsBeforeProps & { onTaken: () => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const trouble = useCamera(video);
  const [share, setShare] = useState(40);
  const [faults, setFaults] = useState<string[]>([]);
  const take = async () => {
    const file = video.current && (await frameOf(video.current));
    if (!file) return setFaults(["The camera gives no picture yet: try again in a moment"]);
    const said = await onPhoto([file]);
    setFaults(said);
    if (said.length === 0) onTaken();
  };
  return (
    <>
      <div className="relative min-h-0 flex-1 bg-sunken">
        <video
          ref={video}
          autoPlay
          playsInline
          muted
          aria-label="What the camera sees"
          className="absolute inset-0 size-full object-contain"
        />
        {/* biome-ignore lint/performance/noImgElement: laid over the camera, small already */}
        <img
          src={url}
          alt={name}
          className="pointer-events-none absolute inset-0 size-full object-contain"
          style={{ opacity: trouble ? 1 : share / 100 }}
        />
      </div>
      <div className="border-t-2 border-ink px-3 py-2">
        {trouble ? (
          <p role="alert" className="font-semibold">
            {trouble}. Frame it by eye and take it with “Photo”.
          </p>
        ) : (
          <>
            <label className="flex min-h-11 items-center gap-3">
              <span className="whitespace-nowrap">How it was</span>
              <input
                type="range"
                min={0}
                max={100}
                value={share}
                className="min-w-0 flex-1 accent-act"
                aria-valuetext={`${share} % of it shows`}
                onChange={(event) => setShare(Number(event.target.value))}
              />
            </label>
            <button type="button" className="button button-act w-full justify-center" onClick={() => void take()}>
              <Camera className="size-5" aria-hidden="true" /> Take it
            </button>
          </>
        )}
        {faults.map((fault) => (
          <p key={fault} role="alert" className="mt-2 font-semibold text-fix">
            {fault}
          </p>
        ))}
      </div>
    </>
  );
}

/** Shows what the camera at the back sees for as long as it is there. @returns why it doesn't, or null */
function useCamera(video: React.RefObject<HTMLVideoElement | null>): string | null {
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    let stream: MediaStream | null = null;
    let gone = false;
    const stop = () => {
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
    const start = async () => {
      if (!navigator.mediaDevices) return setTrouble("At this address the browser gives no camera (https)");
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: "environment", width: { ideal: 4096 } } });
      } catch {
        return setTrouble("The camera wasn't allowed, or there is none");
      }
      if (gone) return stop();
      if (video.current) video.current.srcObject = stream;
    };
    void start();
    return () => {
      gone = true;
      stop();
    };
  }, [video]);
  return trouble;
}

/** What a camera shows now, as a file; null before it shows anything. */
async function frameOf(video: HTMLVideoElement): Promise<File | null> {
  if (video.videoWidth === 0) return null;
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [video.videoWidth, video.videoHeight];
  canvas.getContext("2d")?.drawImage(video, 0, 0);
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", QUALITY));
  return blob && new File([blob], "as-before.jpg", { type: "image/jpeg" });
}
