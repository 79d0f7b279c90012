"use client";

import { useRef } from "react";
import { BenchButton } from "../buttons";

interface FileButtonProps {
  /** Names the hidden file field. */
  label: string;
  accept: string;
  onFile: (file: File) => void;
  children: string;
}

interface FilesButtonProps extends Omit<FileButtonProps, "onFile"> {
  onFiles: (files: readonly File[]) => void;
}

export const TABLE_FILES = ".csv,.tsv,.txt,text/csv,text/plain";

/** Asks for one file; the same one can be chosen again after it was mended. */
export function FileButton({ onFile, ...button }: FileButtonProps) {
  return <Picker {...button} multiple={false} onFiles={([file]) => file && onFile(file)} />;
}

/** Button for several files at a time. */
export function FilesButton(button: FilesButtonProps) {
  return <Picker {...button} multiple />;
}

function Picker({ label, accept, multiple, onFiles, children }: FilesButtonProps & { multiple: boolean }) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={picker}
        type="file"
        accept={accept}
        multiple={multiple}
        hidden
        aria-label={label}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = "";
          if (files.length > 0) onFiles(files);
        }}
      />
      <BenchButton kind="quiet" onClick={() => picker.current?.click()}>
        {children}
      </BenchButton>
    </>
  );
}
