"use client";

/** Keys that go on typing; every other one may be an act that needs all that was typed. */
const typesOn = (key: string) => key.length === 1 || key === "Backspace" || key === "Delete";

/** Calls whenever a person may be done typing, or the page about to go: a key that types nothing, a field left, the page hidden or left. Gives the way to stop. */
export function onLeave(flush: () => void): () => void {
  const hidden = () => {
    if (document.visibilityState === "hidden") flush();
  };
  const key = (event: KeyboardEvent) => {
    if (!typesOn(event.key)) flush();
  };
  window.addEventListener("pagehide", flush);
  window.addEventListener("focusout", flush);
  window.addEventListener("keydown", key, true);
  document.addEventListener("visibilitychange", hidden);
  return () => {
    window.removeEventListener("pagehide", flush);
    window.removeEventListener("focusout", flush);
    window.removeEventListener("keydown", key, true);
    document.removeEventListener("visibilitychange", hidden);
  };
}
