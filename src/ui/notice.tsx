"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { noticeText } from "@/words/screens/ui";
import { Text, useSaid } from "./text";

type Tone = "act" | "wait" | "done" | "plain";

const edges: Record<Tone, string> = { act: "act", wait: "wait", done: "done", plain: "edge" };

interface NoticeProps {
  tone?: Tone;
  title: ReactNode;
  /** The button of what it says, beside it. */
  aside?: ReactNode;
  children?: ReactNode;
}

/** A strip that says one thing, with an edge that says how pressing it is and words that say why. */
export function Notice({ tone = "plain", title, aside, children }: NoticeProps) {
  const said = useSaid();
  return (
    <Flex
      bg="sheet"
      borderWidth="1px"
      borderColor="line"
      borderLeftWidth="6px"
      borderLeftColor={edges[tone]}
      rounded="card"
      px="4"
      py="2.5"
      gap="4"
      align="center"
      wrap={{ base: "wrap", md: "nowrap" }}
      role={tone === "act" ? "alert" : "status"}
    >
      <Box flex="1 1 320px">
        <Text fontSize={aside ? "20px" : "18px"} fontWeight="650" lineHeight="1.3">
          {title}
        </Text>
        {children && (
          <Box color="soft" fontSize="15px" mt="0.5">
            {said(children)}
          </Box>
        )}
      </Box>
      {aside}
    </Flex>
  );
}

/** A safety caution above the act it belongs to, in one type size. */
export function Caution({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box
      as="aside"
      aria-label={noticeText.caution}
      borderWidth="2px"
      borderColor="act"
      rounded="10px"
      px="3.5"
      py="1.5"
      bg="sheet"
      fontSize="15px"
      lineHeight="1.35"
    >
      <Text as="strong" fontWeight="650" color="act" fontSize="inherit">
        {title}.
      </Text>{" "}
      {children}
    </Box>
  );
}
