"use client";

import { Box, Flex } from "@chakra-ui/react";
import { type FocusEvent, type MouseEvent, type ReactNode, useRef } from "react";

const NOTE = "field-note";
const NOTE_HEIGHT = "calc(20px * var(--evrid-scale, 1))";

/** Style of a row that ends at the boxes of its fields, not below their notes. */
export const fieldRow = { [`& > :not(:has(.${NOTE}))`]: { marginBottom: `calc(4px + ${NOTE_HEIGHT})` } } as const;

/**
 * Hint or error below a field. One line is always reserved, so that a message never moves the fields beside it; a longer one lies over what follows
 * while its field has the focus.
 */
export function FieldNote({ children, aside }: { children: ReactNode; aside?: ReactNode }) {
  return (
    <Flex className={NOTE} position="relative" w="full" minH={NOTE_HEIGHT} fontSize="sm" gap="1">
      <Box
        flex="1"
        minW="0"
        css={{
          "& > *": { display: "-webkit-box", WebkitBoxOrient: "vertical", WebkitLineClamp: "2", overflow: "hidden" },
          "[data-part=root]:focus-within > div > & > [data-part=error-text]": {
            display: "block",
            position: "absolute",
            zIndex: 3,
            left: "-4px",
            right: "-4px",
            px: "1",
            pb: "1",
            bg: "sheet",
            rounded: "card",
            boxShadow: "0 3px 8px rgb(0 0 0 / 0.25)",
          },
          "& > [data-part=error-text]": { WebkitLineClamp: "1" },
        }}
      >
        {children}
      </Box>
      {aside}
    </Flex>
  );
}

/** A filled field is selected when it gets the focus by a tap: what is typed then replaces it. */
export function useSelectOnFocus() {
  const entered = useRef(false);
  return {
    onFocus: (event: FocusEvent<HTMLInputElement>) => {
      entered.current = true;
      event.currentTarget.select();
    },
    // The browser would put the caret where it was tapped.
    onMouseUp: (event: MouseEvent<HTMLInputElement>) => {
      if (entered.current) event.preventDefault();
      entered.current = false;
    },
  };
}
