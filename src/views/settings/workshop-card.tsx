"use client";

import { Flex } from "@chakra-ui/react";
import { openWorkshop } from "@/session/records/workshop";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Text } from "@/ui/text";
import { useIsDemo } from "@/views/workshop/workshop-strip";
import { practiceWords } from "@/words/practice";

/** The way between the shop's own workshop and the demo workshop. */
export function WorkshopCard() {
  const demo = useIsDemo();
  return (
    <Card title={practiceWords.workshop}>
      <Flex gap="3" align="center" wrap="wrap">
        <Text flex="1 1 260px" kind="soft">
          {practiceWords.shopNote}
        </Text>
        <BenchButton kind="quiet" onClick={() => openWorkshop(demo ? "shop" : "demo")}>
          {demo ? practiceWords.toShop : practiceWords.toDemo}
        </BenchButton>
      </Flex>
    </Card>
  );
}
