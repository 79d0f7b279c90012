"use client";

import { Box } from "@chakra-ui/react";
import { Text } from "@/ui/text";
import { useKeptPhoto } from "@/views/workshop/kept-photo";
import { commonText } from "@/words/screens/common";

/** One photo of the job on its report, with step and time. */
export function ReportPhoto({ jobId, id, caption }: { jobId: string; id: string; caption: string }) {
  const address = useKeptPhoto(jobId, id);
  return (
    <Box css={{ breakInside: "avoid" }}>
      {address == null ? (
        <Text fontSize="sm">{address === null ? commonText.photoNotHere : "Opening"}</Text>
      ) : (
        // biome-ignore lint/performance/noImgElement: bytes of this browser's own store, nothing to optimise on a server
        <img src={address} alt={caption} style={{ display: "block", maxWidth: "100%", maxHeight: 320 }} />
      )}
      <Text fontSize="xs">{caption}</Text>
    </Box>
  );
}
