"use client";

import { Box, Field, Flex, Input } from "@chakra-ui/react";
import { labelOf } from "@/core/records/derived/job-label";
import { lossOf } from "@/core/records/derived/job-readings";
import { useJob } from "@/session/session";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Measure } from "@/ui/measure";
import { Text } from "@/ui/text";
import { lossSentence } from "@/words/recover";
import { foundCardText } from "@/words/screens/steps/recover";

/** Loss by the recovered weight, and its rate. */
export function FoundCard() {
  const figures = useFigures();
  const { job, edit } = useJob();
  const { chargeG } = labelOf(job);
  const found = lossOf(job);
  const { lastFilled } = job.intake;
  if (found === null || chargeG === null) return null;
  return (
    <Card title={foundCardText.chargeAtIntake}>
      <Flex gap="6" wrap="wrap" align="start">
        <Measure
          label={foundCardText.found}
          value={{ value: found.foundG, uncertainty: 2 * found.sdG }}
          unit="g"
          size="large"
        />
        <Box pt="4" flex="1 1 240px">
          <Text kind="heading">{lossSentence(found.lostG, found.lostShare, chargeG, figures)}</Text>
          <Text kind="soft">
            {found.lossGPerMonth
              ? foundCardText.aboutAMonthSinceCharged(
                  figures.quantity(found.lossGPerMonth.median, "g", 1),
                  figures.number(found.lossGPerMonth.low, "g", 1),
                  figures.number(found.lossGPerMonth.high, "g", 1),
                  figures.quantity(1, "g", 1),
                )
              : found.lostG > 0
                ? foundCardText.theLeakRateNeedsThe
                : foundCardText.nothingLostOvercharged}
          </Text>
        </Box>
        <Field.Root gap="1" w="auto">
          <Field.Label fontWeight="semibold" fontSize="sm">
            {foundCardText.lastChargedByWeight}
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
