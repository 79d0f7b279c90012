"use client";

import { Box, Flex } from "@chakra-ui/react";
import { format } from "date-fns";
import { listImports } from "@/session/records/import";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Text } from "@/ui/text";
import type { FileImport } from "@/views/workshop/import-files";
import { importListText } from "@/words/screens/settings";

/** Recent imports, each with its revert. */
export function ImportList({ files }: { files: FileImport }) {
  const stored = useStored(listImports);
  if (stored.state !== "ready" || stored.value.length === 0) return null;
  return (
    <Box mt="3" borderTopWidth="1px" borderColor="line" pt="3">
      <Text kind="strong">{importListText.recentImports}</Text>
      {stored.value.map(({ id, at, file, records }) => (
        <Flex key={id} gap="3" align="center" mt="1.5">
          <Box flex="1" minW="0">
            <Text typed truncate>
              {file}
            </Text>
            <Text kind="note">
              {`${format(new Date(at), "d MMM yyyy, HH:mm")}, ${records === 1 ? importListText.oneRecord : importListText.records(records)}`}
            </Text>
          </Box>
          <BenchButton kind="quiet" aria-label={importListText.revertImportOf(file)} onClick={() => files.takeBack(id)}>
            {importListText.revert}
          </BenchButton>
        </Flex>
      ))}
    </Box>
  );
}
