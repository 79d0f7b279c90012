"use client";

import { ChakraProvider } from "@chakra-ui/react";
import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { useServerInsertedHTML } from "next/navigation";
import { ThemeProvider } from "next-themes";
import { type ReactNode, useState } from "react";
import { system } from "./theme";

/** Theme, colour mode, whose first script carries the number of the page's policy, and a style cache that streams its rules with the page, so that nothing flashes or mismatches. */
export function Provider({ nonce, children }: { nonce: string | null; children: ReactNode }) {
  const [{ cache, flush }] = useState(streamingCache);
  useServerInsertedHTML(() => {
    const { globals, names, styles } = flush();
    if (names.length === 0 && globals.length === 0) return null;
    return (
      <>
        {globals.map(({ name, css }) => (
          // biome-ignore lint/security/noDangerouslySetInnerHtml: rules written by our own theme
          <style key={name} data-emotion={`${cache.key}-global ${name}`} dangerouslySetInnerHTML={{ __html: css }} />
        ))}
        {names.length > 0 && (
          // biome-ignore lint/security/noDangerouslySetInnerHtml: rules written by our own theme
          <style data-emotion={`${cache.key} ${names.join(" ")}`} dangerouslySetInnerHTML={{ __html: styles }} />
        )}
      </>
    );
  });
  return (
    <CacheProvider value={cache}>
      <ChakraProvider value={system}>
        <ThemeProvider
          attribute="class"
          disableTransitionOnChange
          {...(nonce === null ? {} : { nonce })}
          {...(typeof window === "undefined" ? {} : { scriptProps: { type: "application/json" } })}
        >
          {children}
        </ThemeProvider>
      </ChakraProvider>
    </CacheProvider>
  );
}

interface Flushed {
  globals: { name: string; css: string }[];
  names: string[];
  styles: string;
}

/** An Emotion cache that remembers which rules were inserted since the last flush (Emotion's App Router pattern). */
function streamingCache() {
  const cache = createCache({ key: "ev" });
  cache.compat = true;
  const insert = cache.insert;
  let inserted: { name: string; global: boolean }[] = [];
  cache.insert = (...args) => {
    const [selector, serialized] = args;
    if (cache.inserted[serialized.name] === undefined) {
      inserted.push({ name: serialized.name, global: selector === "" });
    }
    return insert(...args);
  };
  const flush = (): Flushed => {
    const flushed: Flushed = { globals: [], names: [], styles: "" };
    for (const { name, global } of inserted) {
      const css = cache.inserted[name];
      if (typeof css !== "string") continue;
      if (global) flushed.globals.push({ name, css });
      else {
        flushed.names.push(name);
        flushed.styles += css;
      }
    }
    inserted = [];
    return flushed;
  };
  return { cache, flush };
}
