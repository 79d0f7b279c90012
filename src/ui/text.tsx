"use client";

import { Text as Plain, type TextProps as PlainProps } from "@chakra-ui/react";
import { createContext, type ReactNode, useCallback, useContext } from "react";
import { inLanguage, type Language } from "@/words/language";

export const LanguageOfShop = createContext<Language>("british");

/** Turns a text of the product into the shop's language. */
export function useSay(): (text: string) => string {
  const language = useContext(LanguageOfShop);
  return useCallback((text: string) => inLanguage(text, language), [language]);
}

/** Translates the direct texts of an element. */
export function useSaid(): (children: ReactNode) => ReactNode {
  const say = useSay();
  const said = (children: ReactNode): ReactNode =>
    typeof children === "string" ? say(children) : Array.isArray(children) ? children.map(said) : children;
  return said;
}

/** Looks of a text: one name per purpose, so that size, weight and colour are chosen in one place. */
const looks = {
  /** Secondary text in the size around it. */
  soft: { color: "soft" },
  /** Explanation under a field or title. */
  note: { color: "soft", fontSize: "14px" },
  aside: { color: "soft", fontSize: "15px" },
  /** Axis, unit or column head. */
  small: { color: "soft", fontSize: "13px" },
  label: { color: "soft", fontSize: "14px", fontWeight: "600" },
  field: { fontSize: "14px", fontWeight: "600" },
  item: { fontSize: "15px", fontWeight: "650" },
  lead: { fontSize: "17px", fontWeight: "650" },
  heading: { fontSize: "18px", fontWeight: "650" },
  value: { fontSize: "20px", fontWeight: "650" },
  number: { fontSize: "30px", fontWeight: "650" },
  strong: { fontWeight: "650" },
  /** Failure or stop. */
  alarm: { color: "act" },
} as const satisfies Record<string, PlainProps>;

interface TextProps extends PlainProps {
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
