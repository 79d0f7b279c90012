"use client";

import { Box, Flex } from "@chakra-ui/react";
import Link from "next/link";
import { AppFrame } from "@/ui/app-frame";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";

export function NotFoundView() {
  return (
    <AppFrame current="bay" title="Not found">
      <Box p="6" maxW="720px">
        <Notice tone="wait" title="Page not found">
          The address may be incomplete. Jobs are listed in the Bay.
        </Notice>
        <Flex mt="4">
          <BenchButton asChild>
            <Link href="/">Go to Bay</Link>
          </BenchButton>
        </Flex>
      </Box>
    </AppFrame>
  );
}
