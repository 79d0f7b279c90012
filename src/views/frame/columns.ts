/** Columns of views that stand in three beside each other. */

/** Scrolls by itself, so that what stands beside it stays in sight. `height`: of the column, from the breakpoint on where there are several. */
export const ownScroll = (height: string | Record<string, string>) =>
  ({
    position: { md: "sticky" },
    top: "0",
    maxH: typeof height === "string" ? { md: height } : height,
    overflowY: { md: "auto" },
    overflowX: { md: "hidden" },
  }) as const;

/** The third column; below the second one where there is room for two. */
export const sideColumn = {
  p: "3.5",
  gap: "3.5",
  minW: "0",
  gridColumn: { base: "2", xl: "3" },
  ps: { base: "3.5", xl: "0" },
  pt: { base: "0", xl: "3.5" },
} as const;
