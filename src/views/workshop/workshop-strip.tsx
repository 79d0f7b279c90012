"use client";

import { Flex } from "@chakra-ui/react";
import { Store } from "lucide-react";
import { useSyncExternalStore } from "react";
import { isDemoWorkshop, openWorkshop } from "@/session/records/workshop";
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
      px="4.5"
      bg="rail"
      color="onRail"
      flexShrink="0"
      fontSize="14px"
      minH="32px"
    >
      <Text kind="strong" whiteSpace="nowrap">
        {practiceWords.demoName}
      </Text>
      <Text truncate display={{ base: "none", md: "block" }}>
        {practiceWords.demoNote}
      </Text>
      <Flex asChild align="center" gap="2" ml="auto" px="3" h="32px" fontWeight="650" cursor="pointer" flexShrink="0">
        <button type="button" onClick={() => openWorkshop("shop")}>
          <Store size={16} aria-hidden />
          {practiceWords.toShop}
        </button>
      </Flex>
    </Flex>
  );
}
