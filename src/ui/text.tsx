"use client";

import { Text as Plain, type TextProps as PlainProps } from "@chakra-ui/react";
import { createContext, type ReactNode, type Ref, useCallback, useContext } from "react";
import { inLanguage, type Language } from "@/words/language";

export const LanguageOfShop = createContext<Language>("british");

/** Turns a text of the product into the shop's language. */
export function useSay(): (text: string) => string {
  const language = useContext(LanguageOfShop);
  return useCallback((text: string) => inLanguage(text, language), [language]);
}

const UNITS = "%|°C|°F|kPa|bar|psi|inHg|mbar|rpm|kg|lb|g|oz|ml|K|min|s|h|d|mm|m|km|ft|kW|bits";
const inNumber = new RegExp(`(\\d|±|≈|−|–) (?=\\d{3}(?!\\d)|(?:${UNITS})(?![\\w]))`, "g");

/** Digits of a number, and its unit, stay on one line. */
function unbroken(text: string): string {
  return /\d/.test(text) ? text.replace(inNumber, "$1\u00a0") : text;
}

/** Translates the direct texts of an element. */
export function useSaid(): (children: ReactNode) => ReactNode {
  const say = useSay();
  const said = (children: ReactNode): ReactNode =>
    typeof children === "string" ? unbroken(say(children)) : Array.isArray(children) ? children.map(said) : children;
  return said;
}

/** Looks of a text: one name per purpose, so that size, weight and colour are chosen in one place. */
const looks = {
  /** Secondary text in the size around it. */
  soft: { color: "soft" },
  /** Explanation under a field or title. */
  note: { color: "soft", fontSize: "sm" },
  aside: { color: "soft", fontSize: "md" },
  /** Axis, unit or column head. */
  small: { color: "soft", fontSize: "sm" },
  label: { color: "soft", fontSize: "sm", fontWeight: "semibold" },
  field: { color: "soft", fontSize: "sm", fontWeight: "semibold" },
  item: { fontSize: "md", fontWeight: "semibold" },
  lead: { fontSize: "lg", fontWeight: "semibold" },
  heading: { fontSize: "lg", fontWeight: "semibold" },
  value: { fontSize: "xl", fontWeight: "semibold" },
  number: { fontSize: "3xl", fontWeight: "semibold" },
  strong: { fontWeight: "semibold" },
  /** Failure or stop. */
  alarm: { color: "danger" },
} as const satisfies Record<string, PlainProps>;

interface TextProps extends PlainProps {
  ref?: Ref<HTMLParagraphElement>;
  kind?: keyof typeof looks;
  /** Written by a person: shown to the letter. */
  typed?: boolean;
}

/** A text of the product, in the shop's language. */
export function Text({ typed = false, kind, children, ...look }: TextProps) {
  const said = useSaid();
  return (
    <Plain {...(kind && looks[kind])} {...look}>
      {typed ? children : said(children)}
    </Plain>
  );
}
