"use client";

import { Box, Flex } from "@chakra-ui/react";
import { format } from "date-fns";
import { useState } from "react";
import { reasonOf } from "@/core/result";
import { canPickFolders, isDialogClosed, pickFolder } from "@/services/pick-folder";
import { copyNow } from "@/session/keep-copies";
import { allowFolder, chooseFolder, forgetFolder, howCopied } from "@/session/records/copies";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Text } from "@/ui/text";
import { copyLineText } from "@/words/screens/settings";
import { copySentence } from "@/words/shop";

/** Copies that make themselves, where the browser can: into a folder, a file a day. Elsewhere, what no file has yet. */
export function CopyLine() {
  const copies = useStored(howCopied);
  const [failure, setFailure] = useState<string | null>(null);
  if (copies.state !== "ready") return null;
  const { folder, allowed } = copies.value;
  const doing = (act: () => Promise<unknown>) => () =>
    act().then(
      () => {
        setFailure(null);
        copies.again();
      },
      (error: unknown) => {
        if (!isDialogClosed(error)) setFailure(copyLineText.failed(reasonOf(error)));
      },
    );
  const choose = doing(async () => {
    await chooseFolder(await pickFolder("evrid-copies"));
    await copyNow();
  });
  const allow = doing(async () => {
    if (await allowFolder()) await copyNow();
  });
  return (
    <Box mt="3" borderTopWidth="1px" borderColor="line" pt="3">
      <Text fontSize="md" role="status">
        {copySentence(copies.value, (iso) => format(new Date(iso), "d MMM yyyy, HH:mm"))}
      </Text>
      {failure !== null && (
        <Text kind="alarm" role="alert">
          {failure}
        </Text>
      )}
      {!canPickFolders() ? (
        <Text kind="soft">{copyLineText.thisBrowserCannotWriteFiles}</Text>
      ) : (
        <Flex gap="2" mt="2" wrap="wrap">
          {folder !== null && !allowed && <BenchButton onClick={allow}>{copyLineText.allowAccessAgain}</BenchButton>}
          {folder !== null && allowed && (
            <BenchButton kind="quiet" onClick={doing(copyNow)}>
              {copyLineText.copyNow}
            </BenchButton>
          )}
          <BenchButton kind="quiet" onClick={choose}>
            {folder === null ? copyLineText.chooseCopyFolder : copyLineText.changeFolder}
          </BenchButton>
          {folder !== null && (
            <BenchButton kind="quiet" onClick={doing(forgetFolder)}>
              {copyLineText.stopCopies}
            </BenchButton>
          )}
        </Flex>
      )}
    </Box>
  );
}
