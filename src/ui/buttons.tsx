"use client";

import { Button, type ButtonProps, Kbd } from "@chakra-ui/react";
import { useSaid } from "./text";

type Kind = "act" | "main" | "quiet";

const looks: Record<Kind, ButtonProps> = {
  /** The one next act. */
  act: { bg: "act", color: "onAct", _hover: { bg: "act", filter: "brightness(1.08)" } },
  main: { bg: "ink", color: "onInk", _hover: { bg: "ink", filter: "brightness(1.15)" } },
  quiet: { bg: "field", color: "ink", borderWidth: "1px", borderColor: "edge", _hover: { bg: "band" } },
};

/** A button large enough for a glove; `shortcut` is shown, and bound elsewhere by useShortcuts. */
export function BenchButton({
  kind = "main",
  shortcut,
  children,
  ...rest
}: ButtonProps & { kind?: Kind; shortcut?: string }) {
  const said = useSaid();
  return (
    <Button h="auto" minH="target" px="4" fontSize="16px" fontWeight="650" rounded="card" {...looks[kind]} {...rest}>
      {rest.asChild ? children : said(children)}
      {shortcut && (
        <Kbd
          bg="transparent"
          color="inherit"
          borderWidth="1px"
          borderColor="currentColor"
          opacity={kind === "act" ? "1" : "0.75"}
          fontFamily="body"
        >
          {shortcut}
        </Kbd>
      )}
    </Button>
  );
}
