"use client";

import { Box, Flex } from "@chakra-ui/react";
import { type CSSProperties, type SVGProps, useLayoutEffect, useRef, useState } from "react";
import { Text } from "@/ui/text";
import { drawingText } from "@/words/screens/pictures";

/** Type sizes of drawings, screen px: they do not shrink or grow with the drawing. */
export type DrawingType = 12 | 14 | 16 | 18 | 22 | 30;

/** Font size of a text in a {@link Drawing}. */
export const svgType = (px: DrawingType): string => `calc(${px}px * var(--u, 1) * var(--evrid-scale, 1))`;

/** {@link svgType} as a class of the theme, for attributes. */
export const svgClass = (px: DrawingType): string => `type-${px}`;

/** Values of a drawing as a table, for whoever cannot read the drawing. */
interface DrawnTable {
  /** Subject of the drawing. */
  name: string;
  head: readonly string[];
  rows: readonly (readonly string[])[];
}

type LegendMark = "dot" | "open-dot" | "band" | "line" | "dashed" | "dotted";
/** One line style, dot or range of a drawing, and what it means. */
interface LegendEntry {
  mark: LegendMark;
  /** Token of the colour; ink where it is not given. */
  colour?: string;
  text: string;
}

interface DrawingProps extends SVGProps<SVGSVGElement> {
  table?: DrawnTable;
  legend?: readonly LegendEntry[];
}

/** Style of a drawing without room for large type. */
export const ownType = { "--evrid-scale": 1 } as CSSProperties;

/** A drawing whose texts keep their size on the screen, whatever the width it is shown at. `--u` is one screen px in units of the drawing. */
export function Drawing({ children, viewBox, table, legend = [], ...rest }: DrawingProps) {
  const svg = useRef<SVGSVGElement>(null);
  useLayoutEffect(() => {
    const element = svg.current;
    const [, , width, height] = (viewBox ?? "").split(" ").map(Number);
    if (element === null || !width || !height || typeof ResizeObserver === "undefined") return;
    const resize = () => {
      const { clientWidth, clientHeight } = element;
      if (!(clientWidth > 0 && clientHeight > 0)) return;
      const scale = Math.min(clientWidth / width, clientHeight / height);
      element.style.setProperty("--u", String(1 / scale));
    };
    resize();
    const observer = new ResizeObserver(resize);
    observer.observe(element);
    return () => observer.disconnect();
  }, [viewBox]);
  return (
    <>
      {/* biome-ignore lint/a11y/noSvgWithoutTitle: the caller names its drawing */}
      <svg ref={svg} {...(viewBox === undefined ? {} : { viewBox })} {...rest}>
        {children}
      </svg>
      {(legend.length > 0 || table !== undefined) && (
        <Flex gap="4" rowGap="0" wrap="wrap" align="center" minH="20px" fontSize="sm" color="soft">
          {legend.map(({ mark, colour = "ink", text }) => (
            <Flex key={text} align="center" gap="1.5">
              <LegendSign mark={mark} colour={`var(--chakra-colors-${colour})`} />
              <Text as="span">{text}</Text>
            </Flex>
          ))}
          {table !== undefined && <TableOfDrawing table={table} />}
        </Flex>
      )}
    </>
  );
}

function LegendSign({ mark, colour }: { mark: LegendMark; colour: string }) {
  return (
    <svg width="24" height="12" aria-hidden="true">
      {mark === "band" ? (
        <rect x="1" y="1" width="22" height="10" fill="var(--chakra-colors-band)" stroke={colour} />
      ) : mark === "dot" || mark === "open-dot" ? (
        <circle cx="12" cy="6" r="4.5" fill={mark === "dot" ? colour : "none"} stroke={colour} strokeWidth="2" />
      ) : (
        <path
          d="M0 6H24"
          stroke={colour}
          strokeWidth="2.4"
          strokeDasharray={mark === "line" ? undefined : mark === "dashed" ? "7 4" : "2 3"}
        />
      )}
    </svg>
  );
}

/** Opens the values of a drawing below it. */
function TableOfDrawing({ table: { name, head, rows } }: { table: DrawnTable }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Box
        asChild
        ml="auto"
        className="not-printed"
        minW="44px"
        py="12px"
        my="-12px"
        fontSize="sm"
        textDecoration="underline"
        textUnderlineOffset="3px"
        cursor="pointer"
      >
        <button
          type="button"
          aria-expanded={open}
          aria-label={drawingText.tableOf(name)}
          onClick={(event) => {
            event.stopPropagation();
            setOpen(!open);
          }}
        >
          {open ? drawingText.hideTable : drawingText.table}
        </button>
      </Box>
      {open && (
        <Box w="full" maxH="280px" overflowY="auto" mt="2" tabIndex={0} role="region" aria-label={name}>
          <Box as="table" w="full" color="ink">
            <thead>
              <tr>
                {head.map((text) => (
                  <Box as="th" key={text} textAlign="left" pe="3" color="soft" fontWeight="semibold">
                    <Text as="span">{text}</Text>
                  </Box>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((row, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
                <tr key={i}>
                  {row.map((text, j) => (
                    <Box as="td" key={head[j]} pe="3" py="0.5" borderTopWidth="1px" borderColor="line">
                      <Text as="span">{text}</Text>
                    </Box>
                  ))}
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
      )}
    </>
  );
}
