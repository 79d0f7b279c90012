"use client";

import { Flex } from "@chakra-ui/react";
import { ChevronDown } from "lucide-react";
import { useDiagnosis } from "@/session/session";
import { Text } from "@/ui/text";
import { causeName } from "@/words/causes";
import { percentOf } from "@/words/diagnosis";
import { leadingText } from "@/words/screens/job-frame";

/** Causes named in the line that stands in sight where the rail is further down. */
const LEADING = 2;

/** Upright, the rail is below the work: what leads stands here, and a touch goes to its reasons. */
export function Leading() {
  const { rows } = useDiagnosis("rows");
  if (rows.length === 0) return null;
  const said = rows
    .slice(0, LEADING)
    .map(({ cause, probability }) => `${causeName(cause)} ${percentOf(probability)} %`);
  return (
    <Flex
      asChild
      display={{ base: "flex", lg: "none" }}
      gridArea="lead"
      align="center"
      justify="space-between"
      gap="3"
      px="4"
      minH="target"
      bg="sheet"
      borderBottomWidth="1px"
      borderColor="line"
      fontSize="md"
      fontWeight="semibold"
      textAlign="start"
      cursor="pointer"
    >
      <button
        type="button"
        aria-label={leadingText.possibleCausesShowReasons(said.join(", "))}
        onClick={() => document.querySelector('aside[aria-label="Evidence"]')?.scrollIntoView({ block: "start" })}
      >
        <Text as="span" truncate>
          {said.join(" · ")}
        </Text>
        <ChevronDown size={18} aria-hidden />
      </button>
    </Flex>
  );
}
