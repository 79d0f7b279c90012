"use client";

import { Flex } from "@chakra-ui/react";
import { format } from "date-fns";
import { useState } from "react";
import { readDrillFile, writeDrillFile } from "@/core/drill/progress";
import { reasonOf } from "@/core/result";
import { saveTextFile } from "@/services/save-file";
import { addDrills, type KeptDrills } from "@/session/records/drills";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { FileButton } from "@/ui/fields/file-button";
import { Text } from "@/ui/text";
import { drillFileSentence } from "@/words/drill";
import { commonText } from "@/words/screens/common";
import { keepCardText } from "@/words/screens/drill";
import { count } from "@/words/shop";

export function KeepCard({ kept }: { kept: KeptDrills }) {
  const [said, setSaid] = useState<string | null>(null);
  const open = async (given: File) => {
    const read = readDrillFile(await given.text());
    if (!read.ok) return setSaid(drillFileSentence(given.name, read.issue));
    const { learners, drills } = await addDrills(read.value);
    setSaid(
      learners + drills === 0
        ? keepCardText.nothingNewInTheFile
        : keepCardText.andAdded(count(drills, "run"), count(learners, "learner")),
    );
  };
  return (
    <Card title={keepCardText.saveAndShare}>
      <Flex gap="2" wrap="wrap">
        <BenchButton
          kind="quiet"
          disabled={kept.drills.length === 0}
          onClick={() => saveTextFile(`evrid-drills-${format(new Date(), "yyyy-MM-dd")}.json`, writeDrillFile(kept))}
        >
          {commonText.saveAsFile}
        </BenchButton>
        <FileButton
          label={keepCardText.drillFile}
          accept="application/json,.json"
          onFile={(given) => open(given).catch((error: unknown) => setSaid(keepCardText.notRead(reasonOf(error))))}
        >
          {keepCardText.openFile}
        </FileButton>
      </Flex>
      <Text kind="note" mt="1.5" role="status">
        {said ??
          (kept.damaged > 0
            ? keepCardText.cannotBeReadAndIs(count(kept.damaged, "record"))
            : keepCardText.allLearnersInThisBrowser)}
      </Text>
    </Card>
  );
}
