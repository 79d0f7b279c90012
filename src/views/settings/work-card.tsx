"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { chargingMethods } from "@/core/charge/charging-methods";
import type { Choices } from "@/core/records/choices";
import { keepChoices } from "@/session/choices";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { methodLabels, optionsOf } from "@/words/job";
import { workCardText } from "@/words/screens/settings";
import { vacuumTargetLabels } from "@/words/settings";
import { holdOf, holdOptions } from "@/words/vacuum";

/** Evacuation and hold of this workshop, and the charging methods to compare. */
export function WorkCard({ choices }: { choices: Choices }) {
  const figures = useFigures();
  const { schools: compared } = choices;
  return (
    <Card title={workCardText.workshopMethods}>
      <Stack gap="3">
        <Flex gap="6" wrap="wrap">
          <Choice
            label={workCardText.vacuumHoldTime}
            options={holdOptions}
            value={String(choices.holdS)}
            onChange={(value) => keepChoices({ holdS: holdOf(value) })}
          />
          <Choice
            label={workCardText.targetVacuum}
            options={optionsOf(vacuumTargetLabels)}
            value={choices.vacuum}
            onChange={(vacuum) => keepChoices({ vacuum })}
          />
        </Flex>
        <Text kind="note">{workCardText.text500MicronDriesACircuit}</Text>
        <Box as="fieldset">
          <Text as="legend" kind="field" mb="1">
            {workCardText.chargingMethodsCompared}
          </Text>
          <Flex gap="2" wrap="wrap">
            {chargingMethods.map((school) => (
              <BenchButton
                key={school}
                aria-pressed={compared.includes(school)}
                onClick={() =>
                  keepChoices((now) => ({
                    schools: now.schools.includes(school)
                      ? now.schools.filter((one) => one !== school)
                      : [...now.schools, school],
                  }))
                }
              >
                {methodLabels[school](figures)}
              </BenchButton>
            ))}
          </Flex>
        </Box>
      </Stack>
    </Card>
  );
}
