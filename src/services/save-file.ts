"use client";

/** Hands something to the browser as a file to save. */
export function saveBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  document.body.append(link);
  link.click();
  link.remove();
  // The download starts in a later task; revoking at once would cancel it in some browsers.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

export function saveTextFile(name: string, text: string, type = "application/json"): void {
  saveBlob(name, new Blob([text], { type }));
}
