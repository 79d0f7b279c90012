"use client";

/** Hands a text to the browser as a file to save. */
export function saveTextFile(name: string, text: string, type = "application/json"): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  document.body.append(link);
  link.click();
  link.remove();
  // The download starts in a later task; revoking at once would cancel it in some browsers.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
