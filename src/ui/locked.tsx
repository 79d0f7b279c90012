import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** Locked fields are read as well as open ones. */
const legible = { "& :is(input, textarea, select):disabled": { opacity: 1, color: "ink" } };

/** Parts in which nothing can be pressed or typed while they are locked; they are still read. */
export function Locked({ locked, children }: { locked: boolean; children: ReactNode }) {
  return (
    <Box asChild border="0" m="0" p="0" minW="0" css={legible}>
      <fieldset disabled={locked}>{children}</fieldset>
    </Box>
  );
}
