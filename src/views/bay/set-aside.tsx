"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { UnreadableJob } from "@/data/jobs";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { RecordText } from "@/ui/record-text";
import { saveTextFile } from "@/ui/save-file";
import { jobFileSentence } from "@/words/issues";

/** A record of the store that cannot be read: named, shown as text, exportable, and in nobody's way. */
export function SetAside({ record, onRemove }: { record: UnreadableJob; onRemove: () => void }) {
  const { id, name, issue, text } = record;
  const [open, setOpen] = useState(false);
  return (
    <Notice tone="act" title={`${name}: set aside, it cannot be read`}>
      {jobFileSentence("The stored record", issue)}
      <Flex gap="2" mt="2" wrap="wrap">
        <BenchButton aria-label={`Save ${name} as a file`} onClick={() => saveTextFile(`evrid-${id}.json`, text)}>
          Save as a file
        </BenchButton>
        <BenchButton kind="quiet" aria-pressed={open} onClick={() => setOpen(!open)}>
          {open ? "Hide the text" : "Show it as text"}
        </BenchButton>
        <BenchButton kind="quiet" aria-label={`Remove ${name}`} onClick={onRemove}>
          Remove
        </BenchButton>
      </Flex>
      {open && (
        <Box mt="2">
          <RecordText text={text} />
        </Box>
      )}
    </Notice>
  );
}
