"use client";

import { Box, Grid, Stack } from "@chakra-ui/react";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { measuredCycle } from "@/core/readings/derive/cycle";
import { fields } from "@/core/records/fields";
import type { QuickDesk } from "@/core/records/quick-desk";
import { entryValue } from "@/core/units/entry";
import { PhChart } from "@/pictures/charts/ph-chart";
import { Card } from "@/ui/card";
import { Explain } from "@/ui/explain";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Text } from "@/ui/text";
import { cornerNames, cycleIssueSentence, cycleSentences } from "@/words/cycle";
import { cycleCardText } from "@/words/screens/desk";
import type { SideState } from "./side-column";

interface CycleCardProps {
  desk: QuickDesk;
  refrigerant: Refrigerant;
  altitudeM: number;
  sides: Record<"low" | "high", SideState>;
  set: (part: Partial<QuickDesk>) => void;
}

/** Five readings as the cycle they are: both sides and both pipes from above, and the discharge line here. */
export function CycleCard({ desk, refrigerant, altitudeM, sides, set }: CycleCardProps) {
  const figures = useFigures();
  const accuracy = useAccuracy();
  const lowKpa = sides.low.pressure?.value ?? null;
  const highKpa = sides.high.pressure?.value ?? null;
  const suctionC = entryValue(fields.suction, desk.low.line);
  const liquidC = entryValue(fields.liquid, desk.high.line);
  const dischargeC = entryValue(fields.discharge, desk.discharge);
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
    <Card title={cycleCardText.cycleOnPressureAndEnthalpy}>
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
        <Grid templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 3fr) minmax(0, 2fr)" }} gap="4">
          <PhChart refrigerant={refrigerant} cycle={cycle.value} names={cornerNames} />
          <Stack gap="2.5" role="status">
            {cycleSentences(cycle.value, figures).map(({ title, text, about }) => (
              <Box key={title}>
                <Explain about={about} fontWeight="semibold" fontSize="md">
                  {title}
                </Explain>
                <Text fontSize="md">{text}</Text>
              </Box>
            ))}
            <Text kind="small">{cycleCardText.dashedLosslessCompressionTheEnthalpy}</Text>
          </Stack>
        </Grid>
      ) : (
        <Text fontSize="md" fontWeight="semibold" role="status">
          {cycleIssueSentence(cycle.issue)}
        </Text>
      )}
    </Card>
  );
}
