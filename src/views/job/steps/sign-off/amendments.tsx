"use client";

import { Box, Flex, Grid, Stack, Table } from "@chakra-ui/react";
import type { Job } from "@/core/records/job";
import { amended, amendmentFormSchema, amendmentsOf } from "@/core/records/signature";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { FormText, useCheckedForm } from "@/ui/fields/form";
import { Text } from "@/ui/text";
import { amendedRow, amendedVersion, amendmentTitle, signOffWords } from "@/words/sign-off";

/** Opens a signed job for a change: who, and why. */
export function AmendCard({ onClose }: { onClose: () => void }) {
  const { edit } = useJob();
  const { control, gap, handleSubmit } = useCheckedForm(amendmentFormSchema, { by: "", reason: "" });
  const amend = handleSubmit((who) => {
    if (edit((job) => amended(job, { ...who, at: new Date().toISOString() })) === null) onClose();
  });
  return (
    <Card title={signOffWords.amendTitle}>
      <Stack as="form" gap="3" onSubmit={amend}>
        <Text>{signOffWords.amendNote}</Text>
        <Grid templateColumns={{ base: "1fr", md: "1fr 2fr" }} gap="3">
          <FormText control={control} name="by" label={signOffWords.by} />
          <FormText
            control={control}
            name="reason"
            label={signOffWords.reason}
            placeholder={signOffWords.reasonPlaceholder}
          />
        </Grid>
        <Flex gap="2">
          <BenchButton type="submit" kind="act" disabled={gap !== null}>
            {signOffWords.amend}
          </BenchButton>
          <BenchButton type="button" kind="quiet" onClick={onClose}>
            {signOffWords.cancel}
          </BenchButton>
        </Flex>
      </Stack>
    </Card>
  );
}

/** Every amendment: when, who, why, and each value before and after. */
export function Amendments({ job }: { job: Job }) {
  return (
    <Card title={signOffWords.amendments}>
      <Stack gap="4">
        {amendmentsOf(job).map((one) => (
          <Box key={one.at}>
            <Text kind="strong">{amendmentTitle(one)}</Text>
            <Text kind="aside">{`${amendedVersion(one)}.${one.closed ? "" : ` ${signOffWords.openAmendment}`}`}</Text>
            {one.values === null ? (
              <Text>{signOffWords.unreadable}</Text>
            ) : one.values.length === 0 ? (
              <Text>{signOffWords.unchanged}</Text>
            ) : (
              <Table.Root size="sm" mt="2" css={{ "& td, & th": { bg: "sheet", borderColor: "line" } }}>
                <Table.Header>
                  <Table.Row>
                    {signOffWords.columns.map((name) => (
                      <Table.ColumnHeader key={name} color="soft">
                        {name}
                      </Table.ColumnHeader>
                    ))}
                  </Table.Row>
                </Table.Header>
                <Table.Body>
                  {one.values.map((value) => (
                    <Table.Row key={value.path}>
                      {amendedRow(value).map((text, i) => (
                        <Table.Cell key={signOffWords.columns[i]} wordBreak="break-word">
                          <Text>{text}</Text>
                        </Table.Cell>
                      ))}
                    </Table.Row>
                  ))}
                </Table.Body>
              </Table.Root>
            )}
          </Box>
        ))}
      </Stack>
    </Card>
  );
}
