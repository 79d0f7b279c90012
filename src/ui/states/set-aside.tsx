"use client";

import { Box, Flex } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import { commonText } from "@/words/screens/common";
import { setAsideText } from "@/words/screens/ui";
import { typed } from "@/words/typed";
import { saveTextFile } from "../../services/save-file";
import { BenchButton } from "../buttons";
import { Notice } from "../notice";
import { RecordText } from "../record-text";

interface SetAsideProps {
  id: string;
  name: string;
  /** The stored record, whatever stands in it. */
  text: string;
  onRemove: () => void;
  /** Removed for good: the text is saved as a file by the same press. */
  forGood?: boolean;
  /** Why it cannot be read, and what that means for the rest. */
  children: ReactNode;
}

/** A record of the store that cannot be read: named, shown as text, exportable, and in nobody's way. */
export function SetAside({ id, name, text, onRemove, forGood = false, children }: SetAsideProps) {
  const save = () => saveTextFile(`evrid-${id.replace(/[^\w-]+/g, "-").slice(0, 80)}.json`, text);
  const [open, setOpen] = useState(false);
  return (
    <Notice tone="act" title={setAsideText.unreadableSetAside(typed(name))}>
      {children}
      <Flex gap="2" mt="2" wrap="wrap">
        <BenchButton aria-label={setAsideText.saveAsFile2(name)} onClick={save}>
          {commonText.saveAsFile}
        </BenchButton>
        <BenchButton kind="quiet" aria-pressed={open} onClick={() => setOpen(!open)}>
          {open ? setAsideText.hideText : setAsideText.showAsText}
        </BenchButton>
        <BenchButton
          kind="quiet"
          aria-label={forGood ? setAsideText.saveAsFileAndRemove(name) : setAsideText.remove(name)}
          onClick={() => {
            if (forGood) save();
            onRemove();
          }}
        >
          {forGood ? setAsideText.saveAndRemove : "Remove"}
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
