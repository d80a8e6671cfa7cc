"use client";

import { useId } from "react";

interface FileButtonProps {
  /** What the button says. */
  children: React.ReactNode;
  /** What it is for, for whoever hears it. */
  name: string;
  accept: string;
  onFiles: (files: File[]) => void;
  multiple?: boolean;
  /** On a phone: the camera at the back first. */
  camera?: boolean;
  className?: string;
}

/** A button that takes files; the same file can be chosen again. */
export function FileButton({ children, name, accept, onFiles, multiple, camera, className = "" }: FileButtonProps) {
  const id = useId();
  return (
    <label htmlFor={id} className={`button has-focus-visible:outline-3 has-focus-visible:outline-act ${className}`}>
      {children}
      <input
        id={id}
        type="file"
        accept={accept}
        multiple={multiple}
        capture={camera ? "environment" : undefined}
        className="sr-only"
        aria-label={name}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = "";
          onFiles(files);
        }}
      />
    </label>
  );
}
