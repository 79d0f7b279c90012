"use client";

import { Box, Grid, Stack } from "@chakra-ui/react";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { measuredCycle, type PartReadings } from "@/core/readings/derive/cycle";
import { fields } from "@/core/records/fields";
import type { QuickDesk } from "@/core/records/quick-desk";
import { Card } from "@/ui/card";
import { Explain } from "@/ui/explain";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Text } from "@/ui/text";
import { cycleIssueSentence, cycleSentences } from "@/words/cycle";
import { cycleCardText } from "@/words/screens/desk";

interface CycleCardProps {
  desk: QuickDesk;
  refrigerant: Refrigerant;
  altitudeM: number;
  readings: PartReadings;
  set: (part: Partial<QuickDesk>) => void;
}

/** Five readings as the cycle they are: both sides and both pipes from above, and the discharge line here. */
export function CycleCard({ desk, refrigerant, altitudeM, readings, set }: CycleCardProps) {
  const figures = useFigures();
  const accuracy = useAccuracy();
  const { lowKpa, highKpa, suctionC, liquidC, dischargeC } = readings;
  const missing = [
    lowKpa === null && cycleCardText.theLowSide,
    highKpa === null && cycleCardText.theHighSide,
    suctionC === null && cycleCardText.theSuctionLine,
    liquidC === null && cycleCardText.theLiquidLine,
    dischargeC === null && cycleCardText.theDischargeLine,
  ].filter((name) => name !== false);
  const cycle =
    lowKpa === null || highKpa === null || suctionC === null || liquidC === null || dischargeC === null
      ? null
      : measuredCycle({ refrigerant, altitudeM, lowKpa, highKpa, suctionC, liquidC, dischargeC }, accuracy);
  return (
    <Card title={cycleCardText.cycle}>
      <Box maxW="280px" mb="3">
        <NumberField
          spec={fields.discharge}
          value={desk.discharge}
          hint={cycleCardText.clampPlace}
          onChange={(discharge) => set({ discharge })}
        />
      </Box>
      {cycle === null ? (
        <Text fontSize="md" fontWeight="semibold" role="status">
          {cycleCardText.fiveReadingsAreNeededMissing(missing.join(", "))}
        </Text>
      ) : cycle.ok ? (
        <Stack gap="2.5" role="status">
          <Grid templateColumns={{ base: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" }} gap="3">
            {cycleSentences(cycle.value, figures).map(({ title, text, about }) => (
              <Box key={title}>
                <Explain about={about} fontWeight="semibold" fontSize="md">
                  {title}
                </Explain>
                <Text fontSize="md">{text}</Text>
              </Box>
            ))}
          </Grid>
          <Text kind="small">{cycleCardText.dottedLosslessCompression}</Text>
        </Stack>
      ) : (
        <Text fontSize="md" fontWeight="semibold" role="status">
          {cycleIssueSentence(cycle.issue)}
        </Text>
      )}
    </Card>
  );
}
