"use client";

import { Center, Spinner } from "@chakra-ui/react";
import { AppFrame } from "./app-frame";

/** A view's frame while its program is on its way. */
export function Opening({ current, title }: { current: "bay" | "job" | "desk" | "settings"; title: string }) {
  return (
    <AppFrame current={current} title={title}>
      <Center h="50vh">
        <Spinner aria-label={`Opening ${title}`} />
      </Center>
    </AppFrame>
  );
}
