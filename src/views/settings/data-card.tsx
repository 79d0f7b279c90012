"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { eraseWord } from "@/core/records/files/copies";
import { flattened, reasonOf } from "@/core/result";
import { saveBlob } from "@/services/save-file";
import { howCopied, noteCopied } from "@/session/records/copies";
import { countStored, eraseAll } from "@/session/records/shop";
import { fileMark } from "@/session/records/workshop";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { fieldRow } from "@/ui/fields/field-note";
import { FileButton } from "@/ui/fields/file-button";
import { TextField } from "@/ui/fields/text-field";
import { Notice } from "@/ui/notice";
import { StoreFailure } from "@/ui/states/store-failure";
import { Text } from "@/ui/text";
import { ImportDesk, useFileImport } from "@/views/workshop/import-files";
import { commonText } from "@/words/screens/common";
import { dataCardText } from "@/words/screens/settings";
import { eraseSentence, keptSentence, notSavedSentence, savedSentence } from "@/words/shop";
import { CopyLine } from "./copy-line";
import { ImportList } from "./import-list";
import { KeepingLine } from "./keeping-line";

type Said = { tone: "act" | "done"; title: string; text: string } | null;

/** Data kept in this browser: export, import, erase. */
export function DataCard() {
  const kept = useStored(countStored);
  const [said, setSaid] = useState<Said>(null);
  const files = useFileImport();
  const failed = (error: unknown) =>
    setSaid({
      tone: "act",
      title: commonText.notDone,
      text: dataCardText.storedRecordsAreUnchanged(reasonOf(error)),
    });
  const save = async () => {
    const asOf = new Date().toISOString();
    const made = flattened(await files.desk.run((api, onProgress) => api.exportCopy(onProgress)));
    if (!made.ok) return setSaid({ tone: "act", title: commonText.notSaved, text: notSavedSentence(made.issue) });
    saveBlob(`evrid-${fileMark}shop-${asOf.slice(0, 10)}.zip`, made.value);
    setSaid({ tone: "done", title: dataCardText.saved, text: savedSentence });
    await noteCopied(asOf);
  };
  const copies = useStored(howCopied);
  const known = kept.state === "ready" && copies.state === "ready" ? copies.value : null;
  const toType = known === null || kept.state !== "ready" ? null : eraseWord(kept.value.jobs, known);
  const erase = () =>
    void eraseAll().then(
      () => setSaid({ tone: "done", title: dataCardText.erased, text: dataCardText.allDataWasErasedFrom }),
      failed,
    );
  return (
    <Card title={dataCardText.dataInThisBrowser}>
      {kept.state === "ready" ? (
        <Text fontSize="md">{keptSentence(kept.value)}</Text>
      ) : kept.state === "loading" ? (
        <Text kind="soft">{dataCardText.counting}</Text>
      ) : (
        <StoreFailure reason={kept.state === "failed" ? kept.reason : null} onAgain={kept.again} />
      )}
      <KeepingLine />
      <CopyLine />
      <Flex gap="2" mt="3" wrap="wrap">
        <BenchButton onClick={() => save().catch(failed)} disabled={files.desk.busy}>
          {dataCardText.saveEverything}
        </BenchButton>
        <FileButton
          label={dataCardText.shopFile}
          accept="application/json,.json,application/zip,.zip"
          onFile={(file) => {
            // The earlier message belongs to another state of the store.
            setSaid(null);
            files.open(file).catch(failed);
          }}
        >
          {dataCardText.importShopFile}
        </FileButton>
      </Flex>
      <ImportList files={files} />
      <Stack gap="3" mt={files.said || files.waiting || files.desk.busy ? "3" : "0"}>
        <ImportDesk files={files} />
      </Stack>
      {said && (
        <Box mt="3">
          <Notice tone={said.tone} title={said.title}>
            {said.text}
          </Notice>
        </Box>
      )}
      <EraseLine toType={toType} onErase={erase}>
        {known === null ? "" : eraseSentence(known)}
      </EraseLine>
    </Card>
  );
}

interface EraseLineProps {
  /** To be typed first; null while the records are counted. */
  toType: string | null;
  onErase: () => void;
  children: string;
}

function EraseLine({ toType, onErase, children }: EraseLineProps) {
  const [word, setWord] = useState("");
  const typed = toType !== null && word.trim().toLowerCase() === toType;
  const erase = () => {
    setWord("");
    onErase();
  };
  return (
    <Flex gap="3" mt="4" align="end" css={fieldRow} wrap="wrap" borderTopWidth="1px" borderColor="line" pt="3">
      <Box w="260px">
        <TextField
          label={dataCardText.typeToEraseEverything(toType ?? dataCardText.erase)}
          value={word}
          onChange={setWord}
        />
      </Box>
      <BenchButton kind="act" disabled={!typed} onClick={erase}>
        {dataCardText.eraseEverything}
      </BenchButton>
      <Text kind="soft" flex="1 1 220px">
        {children}
      </Text>
    </Flex>
  );
}
