"use client";

import { Button, type ButtonProps, Kbd } from "@chakra-ui/react";
import type { MouseEvent, Ref } from "react";
import { useRunOnce } from "./run-once";
import { useSaid } from "./text";

type Kind = "act" | "main" | "quiet";

const looks: Record<Kind, ButtonProps> = {
  /** The one next act. */
  act: { bg: "act", color: "onAct", _hover: { bg: "act", filter: "brightness(1.08)" } },
  main: { bg: "ink", color: "onInk", _hover: { bg: "ink", filter: "brightness(1.15)" } },
  quiet: { bg: "field", color: "ink", borderWidth: "1px", borderColor: "edge", _hover: { bg: "band" } },
};

interface BenchButtonProps extends ButtonProps {
  kind?: Kind;
  ref?: Ref<HTMLButtonElement>;
  shortcut?: string;
  /** Pressed again and again: taps that are counted, steps back. */
  repeats?: boolean;
}

/**
 * A button large enough for a glove; `shortcut` is shown, and bound elsewhere by useShortcuts. A press does nothing while the last one has not
 * completed, and the second press of a double click nothing at all, unless the button `repeats`.
 */
export function BenchButton({
  kind = "main",
  shortcut,
  repeats = false,
  children,
  onClick,
  ...rest
}: BenchButtonProps) {
  const said = useSaid();
  const press = useRunOnce((event: MouseEvent<HTMLButtonElement>) => onClick?.(event));
  return (
    <Button
      h="auto"
      minH="target"
      px="4"
      fontSize="16px"
      fontWeight="650"
      rounded="card"
      {...looks[kind]}
      {...rest}
      {...(onClick && {
        onClick: (event) => {
          if (repeats) onClick(event);
          else if (event.detail < 2) press(event);
        },
      })}
    >
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
