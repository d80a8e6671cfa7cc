"use client";

import { useEffect, useRef, useState } from "react";
import { MOST_NAME } from "@/core/changes/change";
import type { Device } from "@/field/entry";
import { theField } from "@/field/field";

/** Who holds this device and what it is called: it goes with everything that is recorded, so that it's known who saw what. */
export function NameFields({ device }: { device: Device }) {
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <NameField label="Your name" value={device.author} onSave={(author) => theField().outbox.nameDevice({ author })} />
      <NameField label="This device's name" value={device.name} onSave={(name) => theField().outbox.nameDevice({ name })} />
    </div>
  );
}

/** A name that is kept with every key. */
export function NameField({ label, value, onSave }: { label: string; value: string; onSave: (text: string) => Promise<void> }) {
  const [text, setText] = useState(value);
  const field = useRef<HTMLInputElement>(null);
  // What another tab says comes in, but never into what is being typed.
  useEffect(() => {
    if (document.activeElement !== field.current) setText(value);
  }, [value]);
  return (
    <label className="grid gap-1">
      <span className="caption">{label}</span>
      <input
        ref={field}
        className="field"
        value={text}
        maxLength={MOST_NAME}
        autoComplete="off"
        onChange={(event) => {
          setText(event.target.value);
          void onSave(event.target.value);
        }}
      />
    </label>
  );
}
