"use client";

import { Stack } from "@chakra-ui/react";
import { useState } from "react";
import { reasonOf } from "@/core/result";
import { type DamagedRecord, removeDamaged } from "@/session/records/damaged";
import { SetAside } from "@/ui/states/set-aside";
import { Text } from "@/ui/text";
import { damagedName, damagedSentence } from "@/words/issues";

/** Records beside the jobs that cannot be read, each named and offered as text. */
export function DamagedRecords({ records, onGone }: { records: readonly DamagedRecord[]; onGone?: () => void }) {
  const [failure, setFailure] = useState<string | null>(null);
  if (records.length === 0) return null;
  return (
    <Stack gap="2">
      {records.map((record) => (
        <SetAside
          key={`${record.table} ${record.id}`}
          id={record.id}
          name={damagedName(record.table, record.name)}
          text={record.text}
          forGood
          onRemove={() => removeDamaged(record).then(onGone, (error) => setFailure(reasonOf(error)))}
        >
          {damagedSentence(record.table, record.issue)}
        </SetAside>
      ))}
      {failure !== null && (
        <Text kind="alarm" role="alert">
          {failure}
        </Text>
      )}
    </Stack>
  );
}
