"use client";

import { Box, Flex } from "@chakra-ui/react";
import { TriangleAlert } from "lucide-react";
import type { ReactNode } from "react";
import { noticeText } from "@/words/screens/ui";
import { Text, useSaid } from "./text";

type Tone = "act" | "wait" | "done" | "plain";

const edges: Record<Tone, string> = { act: "danger", wait: "wait", done: "done", plain: "edge" };

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
      {tone === "act" && (
        <Box color="danger" flexShrink="0">
          <TriangleAlert size={22} aria-hidden />
        </Box>
      )}
      <Box flex="1 1 320px">
        <Text fontSize={aside ? "xl" : "lg"} fontWeight="semibold" lineHeight="1.3">
          {title}
        </Text>
        {children && (
          <Box color="soft" fontSize="md" mt="0.5">
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
    <Flex
      as="aside"
      aria-label={noticeText.caution}
      gap="2.5"
      borderLeftWidth="6px"
      borderColor="danger"
      rounded="card"
      px="3.5"
      py="1.5"
      bg="sheet"
      fontSize="md"
      lineHeight="1.35"
    >
      <Box color="danger" flexShrink="0" pt="0.5">
        <TriangleAlert size={20} aria-hidden />
      </Box>
      <Box minW="0">
        <Text as="strong" fontWeight="semibold" color="danger" fontSize="inherit">
          {title}.
        </Text>{" "}
        {children}
      </Box>
    </Flex>
  );
}
