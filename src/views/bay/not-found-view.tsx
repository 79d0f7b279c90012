"use client";

import { Box, Flex } from "@chakra-ui/react";
import Link from "next/link";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { AppFrame } from "@/views/frame/app-frame";
import { notFoundViewText } from "@/words/screens/bay";
import { commonText } from "@/words/screens/common";

export function NotFoundView() {
  return (
    <AppFrame current="bay" title={commonText.notFound}>
      <Box p="6" maxW="720px">
        <Notice tone="wait" title={notFoundViewText.pageNotFound}>
          {notFoundViewText.theAddressMayBeIncomplete}
        </Notice>
        <Flex mt="4">
          <BenchButton asChild>
            <Link href="/">{commonText.goToBay}</Link>
          </BenchButton>
        </Flex>
      </Box>
    </AppFrame>
  );
}
