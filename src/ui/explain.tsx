"use client";

import { Box, type BoxProps } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { openHelp } from "./overlays";
import { useSaid } from "./text";

/** A word that is explained where it stands: pressed, help opens beside it. */
export function Explain({ about, children, ...look }: { about: string; children: ReactNode } & BoxProps) {
  const said = useSaid();
  return (
    <Box
      asChild
      textAlign="inherit"
      cursor="help"
      textDecoration="underline dotted"
      textDecorationColor="edge"
      textUnderlineOffset="3px"
      maxW="full"
      // A word is small: what can be hit around it is not.
      display="inline-block"
      minW="44px"
      py="13px"
      my="-13px"
      {...look}
    >
      <button type="button" aria-haspopup="dialog" onClick={() => openHelp(about)}>
        {said(children)}
      </button>
    </Box>
  );
}
