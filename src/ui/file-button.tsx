"use client";

import { useRef } from "react";
import { BenchButton } from "./buttons";

interface FileButtonProps {
  /** Names the hidden file field. */
  label: string;
  accept: string;
  onFile: (file: File) => void;
  children: string;
}

export const TABLE_FILES = ".csv,.tsv,.txt,text/csv,text/plain";

/** Asks for one file; the same one can be chosen again after it was mended. */
export function FileButton({ label, accept, onFile, children }: FileButtonProps) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={picker}
        type="file"
        accept={accept}
        hidden
        aria-label={label}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
      <BenchButton kind="quiet" onClick={() => picker.current?.click()}>
        {children}
      </BenchButton>
    </>
  );
}
