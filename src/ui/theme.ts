/** The look: a workshop bench in daylight. Tokens carry meaning, never a plain colour name. */
import { defaultBaseConfig } from "@chakra-ui/react/preset-base";
import { createSystem, defineConfig } from "@chakra-ui/react/styled-system";
import { baseTheme } from "./theme-base";

const px = (size: number) => ({ value: `calc(${size}px * var(--evrid-scale, 1))` });
const pair = (light: string, dark: string) => ({ value: { base: light, _dark: dark } });

const config = defineConfig({
  globalCss: {
    "html, body": {
      height: "100%",
      bg: "ground",
      color: "ink",
      fontFamily: "body",
      fontVariantNumeric: "tabular-nums",
    },
    // Large type scales every type size; the layout keeps its breakpoints and gives what is left.
    "html[data-type=large]": { "--evrid-scale": "1.2" },
    body: {
      fontSize: "md",
      lineHeight: "1.4",
      "@media print": { height: "auto !important", background: "#fff !important" },
    },
    "*": { scrollbarWidth: "thin", scrollbarColor: "{colors.edge} transparent" },
    // One ring on every control, in both themes; in forced colours the system draws its own.
    "*:focus-visible, label:has(input:focus-visible)": {
      outline: "3px solid {colors.focus} !important",
      outlineOffset: "2px !important",
      "@media (forced-colors: active)": { outline: "3px solid Highlight !important" },
    },
    "h1:focus-visible, main:focus-visible, [data-work]:focus-visible": { outline: "none !important" },
    // A track as thick as a finger can follow, its thumb as large as one can hit.
    ".evrid-range": {
      appearance: "none",
      width: "100%",
      height: "44px",
      margin: "-4px 0",
      background: "transparent",
      cursor: "pointer",
      touchAction: "pan-y",
      "&::-webkit-slider-runnable-track": {
        height: "5px",
        borderRadius: "3px",
        background: "linear-gradient(to right, {colors.ink} var(--share), {colors.line} var(--share))",
      },
      "&::-moz-range-track": { height: "5px", borderRadius: "3px", background: "{colors.line}" },
      "&::-moz-range-progress": { height: "5px", borderRadius: "3px", background: "{colors.ink}" },
      "&::-webkit-slider-thumb": {
        appearance: "none",
        width: "22px",
        height: "22px",
        marginTop: "-8.5px",
        borderRadius: "5px",
        background: "{colors.ink}",
        border: "0",
      },
      "&::-moz-range-thumb": {
        width: "22px",
        height: "22px",
        borderRadius: "5px",
        background: "{colors.ink}",
        border: "0",
      },
    },
    // Texts of drawings keep their size on the screen: `--u` is one screen px in units of the drawing.
    ...Object.fromEntries(
      [12, 14, 16, 18, 22, 30].map((size) => [
        `.type-${size}`,
        { fontSize: `calc(${size}px * var(--u, 1) * var(--evrid-scale, 1))` },
      ]),
    ),
    // On paper stands what is meant for it, without the frame around it.
    "[data-frame]": {
      "@media print": { display: "block !important", height: "auto !important", background: "#fff !important" },
    },
    "[data-frame] > *": { "@media print": { overflow: "visible !important" } },
    "[data-frame] > nav, [data-frame] > header, .not-printed": { "@media print": { display: "none !important" } },
    ".printed": { "@media print": { border: "0 !important", padding: "0 !important" } },
    ".printed section, .printed tr": { "@media print": { breakInside: "avoid" } },
    "main:has(.printed)": { "@media print": { padding: "0 !important", maxWidth: "none !important" } },
    "*, *::before, *::after": {
      "@media (prefers-reduced-motion: reduce)": { transition: "none !important", animation: "none !important" },
    },
  },
  theme: {
    tokens: {
      fonts: {
        body: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
        heading: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
      },
      // Eight sizes and three weights, for drawings as well.
      fontSizes: {
        "2xs": px(12),
        xs: px(12),
        sm: px(14),
        md: px(16),
        lg: px(18),
        xl: px(22),
        "2xl": px(22),
        "3xl": px(30),
        "4xl": px(64),
        "5xl": px(88),
      },
      fontWeights: {
        normal: { value: "400" },
        medium: { value: "600" },
        semibold: { value: "600" },
        bold: { value: "700" },
      },
      sizes: { target: { value: "48px" } },
      radii: { card: { value: "8px" } },
    },
    semanticTokens: {
      colors: {
        ground: pair("#efece5", "#15191b"),
        sheet: pair("#faf8f3", "#1e2527"),
        field: pair("#ffffff", "#12171a"),
        ink: pair("#1c2326", "#f0ede6"),
        onInk: pair("#ffffff", "#15191b"),
        soft: pair("#515a5c", "#a7b0b1"),
        line: pair("#d3cdc0", "#3a4448"),
        /** Lines that bound something to type into or press, 3:1 against the sheet. */
        edge: pair("#8a8577", "#748086"),
        /** The one next action, and nothing else. */
        act: pair("#b8401c", "#f08a66"),
        onAct: pair("#ffffff", "#15191b"),
        /** Danger, failure and what must be corrected; always with an icon or in words. */
        danger: pair("#97103f", "#ff94ab"),
        onDanger: pair("#ffffff", "#15191b"),
        /** A value outside of what is expected. */
        out: pair("#66388c", "#cfaef2"),
        onOut: pair("#ffffff", "#15191b"),
        outWash: pair("#ece2f3", "#332741"),
        /** Selected: a tint, with a tick. */
        picked: pair("#e3d9c3", "#423c2c"),
        focus: pair("#1b55b5", "#9cc7ff"),
        done: pair("#2f6a52", "#82c7a8"),
        wait: pair("#8a5d0c", "#dcae57"),
        band: pair("#dfe6da", "#2b4438"),
        /** Where no gauge tells. */
        silent: pair("#ebe4d6", "#3b3729"),
        lowSide: pair("#1f6fae", "#7db8e8"),
        vapour: pair("#e2d3b4", "#8d7a4d"),
        twoPhase: pair("#6f8bab", "#a9bdd3"),
        liquid: pair("#3d5a80", "#4377b8"),
      },
    },
  },
});

/** Page defaults that the library takes for granted. */
const baseCss = {
  html: { lineHeight: "1.5", colorPalette: "gray", "--global-color-border": "colors.border" },
  "*::placeholder": { color: "fg.muted/80" },
};

export const system = createSystem(
  defaultBaseConfig,
  defineConfig({
    preflight: true,
    cssVarsPrefix: "chakra",
    cssVarsRoot: ":where(html, .chakra-theme)",
    globalCss: baseCss,
    theme: baseTheme,
  }),
  config,
);
