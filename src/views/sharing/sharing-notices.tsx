"use client";

import { Flex, Stack } from "@chakra-ui/react";
import Link from "next/link";
import { useState } from "react";
import { reasonOf } from "@/core/result";
import type { FieldConflict } from "@/core/sync/field-conflict";
import { allowSharedFolder, howShared, listConflicts } from "@/session/records/sharing";
import { chooseValue, shareNow } from "@/session/sharing";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { conflictText, folderTrouble, sharingText } from "@/words/screens/sharing";
import { fieldWords, valueWords } from "@/words/shop";
import { typed } from "@/words/typed";

/** What the shared folder asks for: access, or a choice between two values. `record`: of one record only, by its key. */
export function SharingNotices({ record }: { record?: string }) {
  const shared = useStored(howShared);
  if (shared.state !== "ready" || shared.value === null) return null;
  const { allowed, conflicts } = shared.value;
  const trouble = folderTrouble(shared.value);
  return (
    <>
      {trouble !== null && record === undefined && (
        <Notice tone="wait" title={sharingText.title}>
          <Flex gap="3" align="center" wrap="wrap">
            <Text flex="1 1 320px">{trouble}</Text>
            {allowed ? (
              <BenchButton asChild kind="quiet">
                <Link href="/settings#sharing">{sharingText.title}</Link>
              </BenchButton>
            ) : (
              <BenchButton
                onClick={() =>
                  void allowSharedFolder()
                    .then(shareNow)
                    .then(shared.again, () => undefined)
                }
              >
                {sharingText.allowAgain}
              </BenchButton>
            )}
          </Flex>
        </Notice>
      )}
      {conflicts > 0 && <Conflicts record={record} />}
    </>
  );
}

/** So many are asked about at once; the others follow. */
const AT_ONCE = 5;

function Conflicts({ record }: { record: string | undefined }) {
  const stored = useStored(listConflicts);
  const [failed, setFailed] = useState<string | null>(null);
  if (stored.state !== "ready") return null;
  const asked = stored.value
    .filter(({ key }) => record === undefined || key === record)
    .flatMap(({ conflicts, ...of }) => conflicts.map((conflict) => ({ ...of, conflict })));
  if (asked.length === 0) return null;
  const choose = (key: string, { names }: FieldConflict, json: string | null) =>
    void chooseValue(key, names, json).then(
      () => setFailed(null),
      (error: unknown) => setFailed(sharingText.failed(reasonOf(error))),
    );
  return (
    <Notice tone="wait" title={conflictText.title}>
      <Text>{conflictText.explains}</Text>
      <Stack gap="3" mt="2">
        {asked.slice(0, AT_ONCE).map(({ key, name, devices, conflict }) => {
          const nameOf = (device: string) => devices[device] ?? conflictText.anotherDevice;
          return (
            <Flex key={`${key} ${conflict.names.join(".")}`} gap="3" align="center" wrap="wrap">
              <Text kind="strong" flex="1 1 240px">
                {conflictText.of(
                  record === undefined ? typed(name) : "",
                  conflict.names.length === 0 ? conflictText.wholeRecord : fieldWords(conflict.names.join(".")),
                )}
              </Text>
              {conflict.apart ? (
                conflict.values.map(({ device, json }) => (
                  <Text key={json} flex="2 1 320px">
                    {conflictText.apart(said(json), nameOf(device))}
                  </Text>
                ))
              ) : conflict.names.length === 0 ? (
                <Text flex="2 1 320px">{conflictText.keepBoth}</Text>
              ) : (
                valuesOf(conflict).map(({ device, json }) => (
                  <BenchButton key={json ?? ""} kind="quiet" onClick={() => choose(key, conflict, json)}>
                    {conflictText.choose(said(json), nameOf(device))}
                  </BenchButton>
                ))
              )}
            </Flex>
          );
        })}
      </Stack>
      {failed !== null && (
        <Text kind="alarm" role="alert">
          {failed}
        </Text>
      )}
    </Notice>
  );
}

const said = (json: string | null) => typed(valueWords(json === null ? null : (JSON.parse(json) as unknown)));

/** Each value once, by the device that set it first in the list. */
function valuesOf({ values }: FieldConflict): FieldConflict["values"] {
  return values.filter(({ json }, i) => values.findIndex((one) => one.json === json) === i);
}
