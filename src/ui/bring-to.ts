"use client";

/** A view is drawn by then, or the field is not in it, ms. */
const GIVES_UP_MS = 4000;
const LOOKS_EVERY_MS = 120;

function fieldNamed(name: string): HTMLElement | null {
  for (const label of document.querySelectorAll("label"))
    if (label.textContent?.trim() === name) return document.getElementById(label.htmlFor);
  for (const group of document.querySelectorAll("[role=radiogroup]")) {
    const label = document.getElementById(group.getAttribute("aria-labelledby") ?? "");
    if (label?.textContent?.trim() === name)
      return group.querySelector<HTMLElement>("input:checked") ?? group.querySelector<HTMLElement>("input");
  }
  return document.querySelector(`[aria-label="${CSS.escape(name)}"]`);
}

/** Scrolls to the field of this name and puts the caret into it, as soon as it is drawn; without a name, or where there is none, nothing happens. */
export function bringTo(name: string | null): void {
  if (name === null) return;
  const since = Date.now();
  const timer = setInterval(() => {
    const field = fieldNamed(name);
    if (field === null && Date.now() - since < GIVES_UP_MS) return;
    clearInterval(timer);
    field?.scrollIntoView({ block: "center" });
    field?.focus({ preventScroll: true });
  }, LOOKS_EVERY_MS);
}
