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

interface TextProps extends PlainProps {
  /** Written by a person: shown to the letter. */
  typed?: boolean;
}

/** A text of the product, in the shop's language. */
export function Text({ typed = false, children, ...look }: TextProps) {
  const said = useSaid();
  return <Plain {...look}>{typed ? children : said(children)}</Plain>;
}
