"use client";

import { Button, type ButtonProps, Kbd } from "@chakra-ui/react";
import { Check } from "lucide-react";
import type { MouseEvent, Ref } from "react";
import { useRunOnce } from "./run-once";
import { useSaid } from "./text";

type Kind = "act" | "quiet" | "plain" | "danger";

/** The looks of all buttons; a pressed one is {@link picked}. */
const looks: Record<Kind, ButtonProps> = {
  /** The one next action of a view. */
  act: { bg: "act", color: "onAct", borderColor: "transparent", _hover: { bg: "act", filter: "brightness(1.08)" } },
  quiet: { bg: "field", color: "ink", borderColor: "edge", _hover: { bg: "band" } },
  /** In a line of text or a list. */
  plain: { bg: "transparent", color: "ink", borderColor: "transparent", _hover: { bg: "band" } },
  /** Removes what cannot be had back. */
  danger: { bg: "field", color: "danger", borderColor: "danger", _hover: { bg: "band" } },
};

/** Selected: tint and tick. */
const picked: ButtonProps = { bg: "picked", color: "ink", borderColor: "ink", _hover: { bg: "picked" } };

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
  kind = "quiet",
  shortcut,
  repeats = false,
  children,
  onClick,
  ...rest
}: BenchButtonProps) {
  const said = useSaid();
  const chosen = [rest["aria-pressed"], rest["aria-checked"]].includes(true);
  const press = useRunOnce((event: MouseEvent<HTMLButtonElement>) => onClick?.(event));
  return (
    <Button
      h="auto"
      minH="target"
      px="4"
      fontSize="md"
      fontWeight="semibold"
      rounded="card"
      borderWidth="1px"
      data-kind={kind}
      {...(chosen ? picked : looks[kind])}
      {...rest}
      {...(onClick && {
        onClick: (event) => {
          if (repeats) onClick(event);
          else if (event.detail < 2) press(event);
        },
      })}
    >
      {chosen && <Check size={18} aria-hidden />}
      {rest.asChild ? children : said(children)}
      {shortcut && (
        <Kbd bg="transparent" color="inherit" borderWidth="1px" borderColor="currentColor" fontFamily="body">
          {shortcut}
        </Kbd>
      )}
    </Button>
  );
}
