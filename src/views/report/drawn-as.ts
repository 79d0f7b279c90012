"use client";

import { FONT } from "./report-document";

/** Page styles that a drawing must carry along. */
const carried = [
  "fill",
  "stroke",
  "stroke-width",
  "stroke-dasharray",
  "opacity",
  "fill-opacity",
  "text-anchor",
] as const;

/** A drawing of the page as an SVG that stands for itself: colours, sizes and type written into it. */
export function drawnAs(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const from = [svg, ...svg.querySelectorAll<SVGElement>("*")];
  const to = [copy, ...copy.querySelectorAll<SVGElement>("*")];
  for (const [i, element] of from.entries()) {
    const look = getComputedStyle(element);
    const target = to[i]!;
    for (const name of carried) {
      const value = look.getPropertyValue(name);
      if (value !== "") target.setAttribute(name, value.replace(/url\("?#/, "url(#").replace(/"\)/, ")"));
    }
    if (element instanceof SVGTextElement || element instanceof SVGTSpanElement) {
      target.setAttribute("font-size", look.fontSize);
      target.setAttribute("font-weight", Number(look.fontWeight) >= 600 ? "bold" : "normal");
      target.setAttribute("font-family", FONT);
    }
    if (look.display === "none" || look.visibility === "hidden") target.setAttribute("display", "none");
    target.removeAttribute("style");
    target.removeAttribute("class");
  }
  for (const title of copy.querySelectorAll("title, foreignObject")) title.remove();
  const [, , width, height] = (svg.getAttribute("viewBox") ?? "0 0 300 200").split(/\s+/);
  copy.setAttribute("width", width!);
  copy.setAttribute("height", height!);
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  return new XMLSerializer().serializeToString(copy);
}
