"use client";

import { Box, Flex } from "@chakra-ui/react";
import { type Choices, readingIn, unitsChosen } from "@/core/records/choices";
import { type ChosenDimension, chosenDimensions, systemUnits, type UnitSystem } from "@/core/units/figures";
import { type UnitId, units, unitsOf } from "@/core/units/units";
import { keepChoices } from "@/session/choices";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { Select } from "@/ui/fields/select";
import { Text } from "@/ui/text";
import { dimensionWords, unitSystemLabels } from "@/words/desk";
import { optionsOf } from "@/words/job";
import { unitsCardText } from "@/words/screens/settings";

/** Units of every number: one set, then exceptions per quantity. */
export function UnitsCard({ choices }: { choices: Choices }) {
  const now = unitsChosen(choices);
  const keep = (next: Pick<Choices, "units" | "unitsEach">) => keepChoices((stored) => readingIn(stored, next));
  const each = (dimension: ChosenDimension, unit: UnitId) => {
    const { [dimension]: _, ...others } = choices.unitsEach;
    keep({
      units: choices.units,
      unitsEach: unit === systemUnits[choices.units][dimension] ? others : { ...others, [dimension]: unit },
    });
  };
  return (
    <Card title={unitsCardText.units}>
      <Box data-offers-units>
        <Choice
          label={unitsCardText.unitSet}
          options={optionsOf(unitSystemLabels)}
          value={choices.units}
          onChange={(system: UnitSystem) => keep({ units: system, unitsEach: {} })}
        />
        <Flex gap="3" wrap="wrap" mt="3">
          {chosenDimensions.map((dimension) => (
            <Box key={dimension} minW="118px">
              <Text kind="small" mb="0.5">
                {dimensionWords[dimension]}
              </Text>
              <Select
                label={unitsCardText.unitOf(dimensionWords[dimension].toLowerCase())}
                value={now[dimension]}
                options={unitsOf(dimension).map((unit) => [unit, units[unit].label])}
                onPick={(unit) => each(dimension, unit)}
              />
            </Box>
          ))}
        </Flex>
      </Box>
      <Text kind="note" mt="2">
        {unitsCardText.appliesEverywhereTypedValuesKeep}
      </Text>
    </Card>
  );
}
