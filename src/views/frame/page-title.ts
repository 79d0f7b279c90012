"use client";

import { format } from "date-fns";
import { useEffect, useId } from "react";

/** The day of a printed page, as everywhere else. */
const today = () => format(new Date(), "d MMM yyyy");
const quoted = (text: string) => JSON.stringify(text.replaceAll(/[\n\r<]/g, " "));

/** Names the window, and the head of every printed page with the day. */
export function usePageTitle(page: string | undefined): void {
  const id = useId();
  useEffect(() => {
    if (page === undefined) return;
    document.title = `${page} · Evrid`;
    const style = document.createElement("style");
    style.dataset.page = id;
    const box = "font: 9pt sans-serif; color: #444";
    style.textContent = `@page { margin: 12mm 10mm 10mm; @top-left { content: ${quoted(page)}; ${box} } @top-right { content: "${today()}"; ${box} } @bottom-right { content: counter(page); ${box} } }`;
    document.head.append(style);
    return () => style.remove();
  }, [id, page]);
}
