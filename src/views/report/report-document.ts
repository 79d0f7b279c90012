/**
 * The report as a document of the PDF library: the same blocks as on the page, in the product's own type. Letters that its first file lacks come
 * from the second; what neither has is set as a box, and the print from the page has it.
 */
import type { Content, ContentTable, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Report, ReportBlock, ReportPicture } from "@/words/report";

export const FONT = "Atkinson";
export const FONT_EXTENDED = "AtkinsonExtended";
/** Files of the type, by what they are. */
export const fontFiles = {
  [FONT]: {
    normal: "atkinson-hyperlegible-next-latin-400-normal.woff",
    bold: "atkinson-hyperlegible-next-latin-700-normal.woff",
  },
  [FONT_EXTENDED]: {
    normal: "atkinson-hyperlegible-next-latin-ext-400-normal.woff",
    bold: "atkinson-hyperlegible-next-latin-ext-700-normal.woff",
  },
} as const;

/** Content of the PDF's first file (published subset), without what a report never needs. */
const LATIN = /[\n\u0020-\u00ff\u0131\u0152\u0153\u02bb\u02bc\u02c6\u02da\u02dc\u2000-\u206f\u20ac\u2122\u2212]/;
const EXTENDED = /[\u0100-\u02ba\u1e00-\u1eff\u2020\u20a0-\u20c0\u2113]/;

interface Run {
  text: string;
  font: string;
}

/** A text in runs of one font each. */
export function runsOf(text: string): Run[] {
  const runs: Run[] = [];
  // Narrow blanks between digits, and signs the type has no drawing for.
  const plain = text
    .replace(/[\u202f\u2009]/g, "\u00a0")
    // Thousands stay with their hundreds at the end of a line.
    .replace(/(?<=\d) (?=\d{3}(?!\d))/g, "\u00a0")
    .replace(/≈/g, "about")
    .normalize("NFC");
  for (const letter of plain) {
    const font = LATIN.test(letter) || !EXTENDED.test(letter) ? FONT : FONT_EXTENDED;
    const drawn = LATIN.test(letter) || EXTENDED.test(letter) ? letter : "?";
    const last = runs.at(-1);
    if (last?.font === font) last.text += drawn;
    else runs.push({ text: drawn, font });
  }
  return runs;
}

interface DocumentOptions {
  size: "A4" | "LETTER";
  /** Drawings as SVG, by which they are. */
  pictures: ReadonlyMap<ReportPicture, string>;
  /** Photos as data addresses, by their ids; one that is not there is left out. */
  photos?: ReadonlyMap<string, string>;
  /** Text of the code at the head. */
  code: string;
  /** Type as large as this, points. */
  fontSize?: number;
  /** Hears how many pages it has become. */
  onPages?: (pages: number) => void;
  /** Turns a text of the product into the shop's language. */
  say: (text: string) => string;
}

/** Argument of the library's page-break rule; its types belong to an earlier version. */
interface PageNodes {
  getFollowingNodesOnPage: () => unknown[];
  getNodesOnNextPage: () => unknown[];
}
/** So many nodes of the library stand under a heading at least: about two lines of a table. */
const LEAST_BELOW = 8;
/** Points: what a report is set in, and the least that can still be read. */
const FONT_SIZE = 9.5;
export const LEAST_FONT_SIZE = 7.5;
const INK = "#1c2326";
const LINE = "#c9c2b4";
/** Points between the margins of either paper. */
const WIDTH = { A4: 595 - 2 * 42, LETTER: 612 - 2 * 42 };

export function reportDocument(
  report: Report,
  { size, pictures, photos = new Map(), code, say, fontSize = FONT_SIZE, onPages }: DocumentOptions,
): TDocumentDefinitions {
  const said = (text: string, typed = false) => runsOf(typed ? text : say(text));
  const head: Content = {
    columns: [
      {
        width: "*",
        stack: [
          ...(report.shop === "" ? [] : [{ text: said(report.shop, true), bold: true, fontSize: 10 }]),
          { text: said(report.vehicle, true), bold: true, fontSize: 18 },
          { text: said(report.facts.join(" · ")), fontSize: 9.5 },
        ],
      },
      { width: 62, qr: code, fit: 62, foreground: INK },
    ],
    columnGap: 12,
  };
  const sections = report.sections.flatMap(({ title, blocks }): Content[] => {
    const [first, ...rest] = blocks.map((block) => blockContent(block, said, { pictures, photos, width: WIDTH[size] }));
    const heading: Content = {
      stack: [
        { text: said(title), bold: true, fontSize: fontSize + 1, margin: [0, 8, 0, 1] },
        { canvas: [{ type: "line", x1: 0, y1: 0, x2: WIDTH[size], y2: 0, lineWidth: 0.7, lineColor: LINE }] },
        ...(first === undefined ? [] : [first]),
      ],
      headlineLevel: 1,
      unbreakable: blocks[0]?.kind !== "table",
    };
    return [heading, ...rest];
  });
  return {
    pageSize: size,
    pageMargins: [42, 40, 42, 46],
    info: { title: `${report.vehicle}, ${report.facts.at(-1) ?? ""}`, creator: "Evrid", producer: "Evrid" },
    defaultStyle: { font: FONT, fontSize, color: INK, lineHeight: 1.18 },
    // A heading never stands alone at the foot of a page.
    pageBreakBefore: (node, nodes) => {
      if (node.headlineLevel !== 1) return false;
      const { getFollowingNodesOnPage, getNodesOnNextPage } = nodes as unknown as PageNodes;
      return getFollowingNodesOnPage().length < LEAST_BELOW && getNodesOnNextPage().length > 0;
    },
    ...(report.mark === null
      ? {}
      : {
          header: {
            text: said(report.mark),
            bold: true,
            alignment: "center" as const,
            fontSize: 9,
            margin: [42, 18, 42, 0] as const,
          },
        }),
    content: [
      head,
      ...sections,
      { text: said(report.signed), bold: true, margin: [0, 10, 0, 2] },
      ...report.papers.map((line) => ({ text: said(line), fontSize: 8.5 })),
      { text: said(report.foot), fontSize: 8 },
    ],
    footer: (page: number, pages: number): Content => {
      onPages?.(pages);
      if (pages === 1) return "";
      const text = runsOf(`${report.vehicle}, ${page} / ${pages}`);
      return { text, alignment: "right", fontSize: 8, margin: [42, 12, 42, 0] };
    },
  };
}

/** Content besides the text: drawings, photos, and their width, points. */
interface Drawn {
  pictures: ReadonlyMap<ReportPicture, string>;
  photos: ReadonlyMap<string, string>;
  width: number;
}

const PHOTO_GAP = 12;
/** Points: two photos stand side by side, and three such rows on a page. */
const PHOTO_HEIGHT = 210;

function photosContent(
  shown: readonly { id: string; caption: string }[],
  said: (text: string) => Run[],
  photos: ReadonlyMap<string, string>,
  width: number,
): Content {
  const one = ({ id, caption }: { id: string; caption: string }): Content => {
    const image = photos.get(id);
    const picture: Content[] =
      image === undefined ? [] : [{ image, fit: [(width - PHOTO_GAP) / 2, PHOTO_HEIGHT] as [number, number] }];
    return { stack: [...picture, { text: said(caption), fontSize: 8 }] };
  };
  const rows = Array.from({ length: Math.ceil(shown.length / 2) }, (_, i) => shown.slice(2 * i, 2 * i + 2));
  return {
    stack: rows.map(
      (row): Content => ({
        columns: row.map(one),
        columnGap: PHOTO_GAP,
        margin: [0, 3, 0, 3],
        unbreakable: true,
      }),
    ),
  };
}

function blockContent(
  block: ReportBlock,
  said: (text: string, typed?: boolean) => Run[],
  { pictures, photos, width }: Drawn,
): Content {
  switch (block.kind) {
    case "text":
      return { text: said(block.text, block.typed ?? false), bold: block.strong ?? false, margin: [0, 2, 0, 0] };
    case "facts":
      return {
        table: {
          widths: [88, "*"],
          body: block.rows.map(({ what, text, typed }) => [
            { text: said(what), bold: true },
            { text: said(text, typed ?? false) },
          ]),
        },
        layout: { ...bare, hLineWidth: () => 0 },
        margin: [0, 2, 0, 0],
      };
    case "table":
      return tableContent(block, said);
    case "photos":
      return photosContent(block.photos, said, photos, width);
    case "picture": {
      const svg = pictures.get(block.which);
      return svg === undefined
        ? ""
        : { svg, width: Math.min(width, block.which === "circuit" ? 330 : 400), margin: [0, 4, 0, 4] };
    }
  }
}

const bare = {
  vLineWidth: () => 0,
  hLineColor: () => LINE,
  paddingLeft: () => 0,
  paddingRight: () => 8,
  paddingTop: () => 1.6,
  paddingBottom: () => 1.6,
};

function tableContent(
  { head, rows }: Extract<ReportBlock, { kind: "table" }>,
  said: (text: string) => Run[],
): ContentTable {
  return {
    table: {
      headerRows: 1,
      keepWithHeaderRows: 1,
      dontBreakRows: true,
      widths: head.map((_, i) => (i === 0 || head.length < 4 ? "auto" : "*")),
      body: [
        head.map((text) => ({ text: said(text), bold: true })),
        ...rows.map((row) => row.map((cell) => ({ text: said(cell) }))),
      ],
    },
    layout: { ...bare, hLineWidth: (i: number) => (i === 0 || i > rows.length ? 0 : 0.5) },
    fontSize: 9,
    margin: [0, 3, 0, 0],
  };
}

/** Makes it at the usual size; where it is to be one page, ever smaller until it is, or cannot be read any more. */
export async function fitted<Made>(
  onePage: boolean,
  make: (fontSize: number, onPages: (pages: number) => void) => Promise<Made>,
): Promise<Made> {
  for (let fontSize = FONT_SIZE; ; fontSize -= 0.5) {
    let pages = 1;
    const made = await make(fontSize, (count) => {
      pages = count;
    });
    if (!onePage || pages === 1 || fontSize <= LEAST_FONT_SIZE) return made;
  }
}
