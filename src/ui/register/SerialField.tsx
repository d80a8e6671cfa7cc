"use client";

import { ScanBarcode } from "lucide-react";
import { useState } from "react";
import { MOST_OF_PART } from "@/core/changes/partFields";
import type { Part } from "@/core/register/parts";
import { SavedText } from "../field/SavedText";
import { FileButton } from "../marks/FileButton";
import { readCode } from "./readCode";
import type { OwnParts } from "./useParts";

/** A part's serial number, typed or read from a photo of its barcode. */
export function SerialField({ part, own }: { part: Part; own: OwnParts }) {
  const [says, setSays] = useState("");
  const read = async (file: File | undefined) => {
    if (!file) return;
    setSays("Reading…");
    const serial = await readCode(file);
    setSays(serial ? `Read: ${serial}` : "No code found: nearer, flat and without glare, or type it.");
    if (serial) own.change(part, { serial: serial.slice(0, MOST_OF_PART.serial) });
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_auto] items-start gap-2">
      <SavedText
        label="Serial number"
        value={part.serial}
        draft={`part-serial-${part.id}`}
        most={MOST_OF_PART.serial}
        says={(serial) => own.saying(part.id, { serial })}
        seenMs={part.lastMs}
      />
      <FileButton name="Photo of its barcode" accept="image/*" camera className="mt-6" onFiles={([file]) => void read(file)}>
        <ScanBarcode className="size-5" aria-hidden="true" /> Code
      </FileButton>
      {says ? (
        <p role="status" className="col-span-2 caption wrap-anywhere">
          {says}
        </p>
      ) : null}
    </div>
  );
}
