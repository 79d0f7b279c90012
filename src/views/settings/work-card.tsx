"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { schools } from "@/core/charge/schools";
import type { Choices } from "@/core/records/choices";
import { keepChoices } from "@/session/choices";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { optionsOf, schoolLabels } from "@/words/job";
import { vacuumSchoolLabels } from "@/words/settings";
import { holdOf, holdOptions } from "@/words/vacuum";

/** How this workshop pulls and holds a vacuum, and which habits of charging it wants to see beside the weight. */
export function WorkCard({ choices }: { choices: Choices }) {
  const figures = useFigures();
  const { schools: compared } = choices;
  return (
    <Card title="Workshop methods">
      <Stack gap="3">
        <Flex gap="6" wrap="wrap">
          <Choice
            label="Vacuum hold time"
            options={holdOptions}
            value={String(choices.holdS)}
            onChange={(value) => keepChoices({ holdS: holdOf(value) })}
          />
          <Choice
            label="Target vacuum"
            options={optionsOf(vacuumSchoolLabels)}
            value={choices.vacuum}
            onChange={(vacuum) => keepChoices({ vacuum })}
          />
        </Flex>
        <Text color="soft" fontSize="14px">
          500 micron dries a circuit in any weather; 1 000 micron leaves more water in oil and drier. Both need an
          electronic gauge.
        </Text>
        <Box as="fieldset">
          <Text as="legend" fontSize="14px" fontWeight="600" mb="1">
            Charging methods compared
          </Text>
          <Flex gap="2" wrap="wrap">
            {schools.map((school) => (
              <BenchButton
                key={school}
                kind={compared.includes(school) ? "main" : "quiet"}
                aria-pressed={compared.includes(school)}
                onClick={() =>
                  keepChoices((now) => ({
                    schools: now.schools.includes(school)
                      ? now.schools.filter((one) => one !== school)
                      : [...now.schools, school],
                  }))
                }
              >
                {schoolLabels[school](figures)}
              </BenchButton>
            ))}
          </Flex>
        </Box>
      </Stack>
    </Card>
  );
}
