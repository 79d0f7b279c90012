"use client";

/** Codes of cases whose answer was shown to a class on this device. */
const KEY = "evrid.revealed-cases";
const MOST = 500;

export function revealedCodes(): string[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(KEY) ?? "[]");
    return Array.isArray(read) ? read.filter((code) => typeof code === "string") : [];
  } catch {
    return [];
  }
}

export function noteRevealed(code: string): void {
  const known = revealedCodes();
  if (known.includes(code)) return;
  try {
    localStorage.setItem(KEY, JSON.stringify([...known, code].slice(-MOST)));
  } catch {
    // A browser that stores nothing remembers nothing.
  }
}
