"use client";

import { Flex, Stack } from "@chakra-ui/react";
import type { BenchRunning } from "@/core/bench/bench-answer";
import type { BenchState } from "@/core/bench/bench-state";
import type { ExpectedRanges } from "@/core/diagnosis/explain/expected-range";
import { Towers } from "@/pictures/towers";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { powerWords } from "@/words/bench";
import { gaugesCardText } from "@/words/screens/bench";
import { commonText } from "@/words/screens/common";
import type { KeptState } from "./kept-states";

interface GaugesCardProps {
  state: BenchState;
  answer: BenchRunning | null;
  /** Both sides where nothing turns, kPa gauge. */
  restKpa: number | null;
  kept: readonly KeptState[];
  bands: ExpectedRanges | null;
}

/** Both sides with the band of sound cars, the vent, and what it takes and gives. */
export function GaugesCard({ state, answer, restKpa, kept, bands }: GaugesCardProps) {
  const figures = useFigures();
  const { reading = null } = answer ?? {};
  const side = (name: "low" | "high") => ({
    value: reading?.[name] ?? restKpa,
    range: name === "low" && answer?.cycle ? ([answer.cycle.lowMin, answer.cycle.lowMax] as const) : null,
    band: bands?.ranges[name] ?? null,
    shop: null,
    kept: kept.map((one) => ({ name: one.name, value: one.answer.reading[name] })),
  });
  return (
    <Card tight title={gaugesCardText.bothSides(figures.label("kPa"))}>
      <Towers
        low={side("low")}
        high={side("high")}
        refrigerant={state.label.refrigerant}
        altitudeM={state.conditions.altitudeM}
      />
      <Text kind="small">{bands === null ? gaugesCardText.computingExpectedRange : gaugesCardText.expectedToday}</Text>
      <Flex gap="3" mt="2" justify="space-between">
        <Figure label={commonText.vent} text={reading ? figures.quantity(reading.vent, "degC", 1) : "–"} />
        <Figure label={gaugesCardText.cooling} text={answer ? powerWords(answer.coolingKw, figures) : "–"} />
        <Figure label={gaugesCardText.power} text={answer ? powerWords(answer.powerKw, figures) : "–"} />
      </Flex>
    </Card>
  );
}

function Figure({ label, text }: { label: string; text: string }) {
  return (
    <Stack gap="0">
      <Text kind="small">{label}</Text>
      <Text kind="lead" lineHeight="1.2" whiteSpace="nowrap">
        {text}
      </Text>
    </Stack>
  );
}
