"use client";

import { Flex } from "@chakra-ui/react";
import { useSyncExternalStore } from "react";
import { isDemoWorkshop, openWorkshop } from "@/session/records/workshop";
import { BenchButton } from "@/ui/buttons";
import { Text } from "@/ui/text";
import { practiceWords } from "@/words/practice";

const never = () => () => undefined;

/** Whether this page shows the demo workshop; the server cannot know what was chosen here. */
export const useIsDemo = (): boolean =>
  useSyncExternalStore(
    never,
    () => isDemoWorkshop,
    () => false,
  );

/** Names the demo workshop in every view, and leads to the shop's own. */
export function WorkshopStrip() {
  const demo = useIsDemo();
  if (!demo) return null;
  return (
    <Flex
      as="aside"
      className="not-printed"
      aria-label={practiceWords.workshop}
      align="center"
      gap="3"
      px="4"
      bg="silent"
      color="ink"
      flexShrink="0"
      fontSize="sm"
      h="36px"
    >
      <Text kind="strong" truncate minW="0">
        {practiceWords.demoName}
      </Text>
      <Text truncate display={{ base: "none", md: "block" }}>
        {practiceWords.demoNote}
      </Text>
      <BenchButton kind="plain" ml="auto" px="3" my="-6px" flexShrink="0" onClick={() => openWorkshop("shop")}>
        {practiceWords.toShop}
      </BenchButton>
    </Flex>
  );
}
