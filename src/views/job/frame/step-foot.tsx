"use client";

import { Box, Flex } from "@chakra-ui/react";
import { createContext, type ReactNode, useContext, useMemo, useState } from "react";
import { createPortal } from "react-dom";
import { Locked } from "@/ui/locked";
import { stepFootText } from "@/words/screens/job-frame";

/** Narrow and low as well: there is no height for a part of its own to scroll in, so run-sheet and work scroll together above the foot. */
export const LOW_SCREEN = "@media (max-width: 1023.9px) and (max-height: 900px)";

/** Where a step's Done and its acts stand: the same place and height at every step, never covered, never scrolled. */
interface Foot {
  end: HTMLElement | null;
  acts: HTMLElement | null;
  takeEnd: (element: HTMLElement | null) => void;
  takeActs: (element: HTMLElement | null) => void;
}

const FootContext = createContext<Foot | null>(null);

export function FootProvider({ children }: { children: ReactNode }) {
  const [end, takeEnd] = useState<HTMLElement | null>(null);
  const [acts, takeActs] = useState<HTMLElement | null>(null);
  const foot = useMemo(() => ({ end, acts, takeEnd, takeActs }), [end, acts]);
  return <FootContext.Provider value={foot}>{children}</FootContext.Provider>;
}

/** The bar at the bottom edge of the work area. */
export function StepFoot({ locked }: { locked: boolean }) {
  const foot = useContext(FootContext);
  return (
    <Box
      gridArea="foot"
      bg="ground"
      borderTopWidth="1px"
      borderColor="line"
      minW="0"
      css={{ [LOW_SCREEN]: { position: "sticky", bottom: 0, zIndex: 2 } }}
    >
      <Locked locked={locked}>
        <Flex
          as="section"
          data-step-foot
          aria-label={stepFootText.actionsOfThisStep}
          minH="60px"
          align="center"
          gap={{ base: "1.5", md: "3" }}
          rowGap="1"
          px="4"
          py="1"
          wrap={{ base: "wrap", md: "nowrap" }}
        >
          <Flex ref={foot?.takeEnd} flex="1" minW="0" align="center" gap="3" />
          <Flex ref={foot?.takeActs} flexShrink="0" align="center" gap="2" />
        </Flex>
      </Locked>
    </Box>
  );
}

/** Main acts of a step as buttons at the foot, whatever is scrolled or streams. */
export function StepActs({ children }: { children: ReactNode }) {
  return <At place="acts">{children}</At>;
}

/** Done and what is missing to it. */
export function FootEnd({ children }: { children: ReactNode }) {
  return <At place="end">{children}</At>;
}

function At({ place, children }: { place: "end" | "acts"; children: ReactNode }) {
  const foot = useContext(FootContext);
  // Outside of a job's frame there is no foot: it stands where it is.
  if (foot === null) return children;
  const element = foot[place];
  return element === null ? null : createPortal(children, element);
}
