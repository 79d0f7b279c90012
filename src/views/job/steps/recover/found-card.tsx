"use client";

import { Box, Field, Flex, Input, Text } from "@chakra-ui/react";
import { labelOf, lossOf } from "@/core/records/job-readings";
import { formatNumber } from "@/core/units/units";
import { useJob } from "@/session/session";
import { Card } from "@/ui/card";
import { Measure } from "@/ui/measure";
import { lossSentence } from "@/words/recover";

/** What the recovered weight tells: how much was gone, and how fast it went. */
export function FoundCard() {
  const { job, edit } = useJob();
  const { chargeG } = labelOf(job);
  const found = lossOf(job);
  const { lastFilled } = job.intake;
  if (found === null || chargeG === null) return null;
  return (
    <Card title="What it held when it came in">
      <Flex gap="6" wrap="wrap" align="start">
        <Measure label="Found" value={{ value: found.foundG, uncertainty: 2 * found.sdG }} unit="g" size="large" />
        <Box pt="4" flex="1 1 240px">
          <Text fontSize="18px" fontWeight="650">
            {lossSentence(found.lostG, found.lostShare, chargeG)}
          </Text>
          <Text color="soft">
            {found.lossGPerMonth
              ? `About ${formatNumber(found.lossGPerMonth.median, "g", 1)} g a month since it was filled (${formatNumber(found.lossGPerMonth.low, "g", 1)} to ${formatNumber(found.lossGPerMonth.high, "g", 1)}). A sound car loses about 1 g a month.`
              : found.lostG > 0
                ? "How fast it went cannot be told without knowing when it was last filled by weight."
                : "Nothing was lost: an overfill is as wrong as a lack."}
          </Text>
        </Box>
        <Field.Root gap="1" w="auto">
          <Field.Label fontWeight="600" fontSize="14px">
            Last filled by weight
          </Field.Label>
          <Input
            type="date"
            h="target"
            bg="field"
            borderColor="edge"
            max={job.createdAt.slice(0, 10)}
            value={lastFilled ?? ""}
            onChange={(event) => {
              const value = event.target.value === "" ? null : event.target.value;
              edit((stored) => ({ ...stored, intake: { ...stored.intake, lastFilled: value } }));
            }}
          />
        </Field.Root>
      </Flex>
    </Card>
  );
}
