"use client";

import type { TFontDictionary } from "pdfmake/interfaces";
import { toBase64 } from "@/core/records/files/pictures";
import { saveBlob } from "@/services/save-file";
import type { Report, ReportPicture } from "@/words/report";
import { drawnAs } from "./drawn-as";
import { fitted, fontFiles, reportDocument } from "./report-document";

interface SaveOptions {
  size: "A4" | "LETTER";
  /** Text of the code at the head. */
  code: string;
  /** Pictures of the job, by the ids of its photos. */
  photos?: ReadonlyMap<string, Uint8Array>;
  /** The part of the page whose drawings go along; none without it. */
  pictures: HTMLElement | null;
  say: (text: string) => string;
  /** Set smaller until it is one page, as far as it can still be read. */
  onePage: boolean;
}

/** Where the type's files are served from (scripts/offline.ts puts them there). */
const FONTS = "/report-fonts/";

/** Makes the PDF in this browser and gives it as a file; library and type are fetched when it is first asked for. */
export async function saveReport(
  name: string,
  report: Report,
  { size, code, photos = new Map(), pictures, say, onePage }: SaveOptions,
): Promise<void> {
  const { default: pdfmake } = await import("pdfmake/build/pdfmake");
  const files = Object.values(fontFiles).flatMap((font) => Object.values(font));
  const vfs: Record<string, string> = {};
  for (const file of files) vfs[file] = await base64Of(FONTS + file);
  const make = pdfmake as unknown as PdfMake;
  make.addVirtualFileSystem(vfs);
  make.addFonts(fontFiles as unknown as TFontDictionary);
  const addresses = new Map([...photos].map(([id, jpeg]) => [id, `data:image/jpeg;base64,${toBase64(jpeg)}`]));
  const drawn = new Map<ReportPicture, string>();
  for (const place of pictures?.querySelectorAll<HTMLElement>("[data-picture]") ?? []) {
    const svg = place.querySelector("svg");
    if (svg !== null) drawn.set(place.dataset.picture as ReportPicture, drawnAs(svg));
  }
  saveBlob(
    name,
    await fitted(onePage, (fontSize, onPages) =>
      make
        .createPdf(reportDocument(report, { size, pictures: drawn, photos: addresses, code, say, fontSize, onPages }))
        .getBlob(),
    ),
  );
}

/** The browser build of the library, as far as it is used; its types are those of an earlier one. */
interface PdfMake {
  addVirtualFileSystem: (files: Record<string, string>) => void;
  addFonts: (fonts: TFontDictionary) => void;
  createPdf: (document: object) => { getBlob: () => Promise<Blob> };
}

async function base64Of(address: string): Promise<string> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(`the type could not be fetched (${answer.status})`);
  const bytes = new Uint8Array(await answer.arrayBuffer());
  let text = "";
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}
