"use client";

import { Box, Grid } from "@chakra-ui/react";
import type { MethodsAnswer } from "@/core/charge/charging-methods";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { methodLabels } from "@/words/job";
import { methodTableText } from "@/words/screens/bench";

/** Charge by each method on one day, and its effect on the hot day. */
export function MethodTable({ answer, hotC }: { answer: MethodsAnswer; hotC: number }) {
  const figures = useFigures();
  const { labelG, atLabel, answers } = answer;
  const rows = [
    { name: methodTableText.byWeight, grams: labelG, stops: true, hot: atLabel, truth: true },
    ...answers.map(({ school, chargeG, stops, hotDay }) => ({
      name: methodLabels[school](figures),
      grams: chargeG,
      stops,
      hot: hotDay,
      truth: false,
    })),
  ];
  return (
    <Box mt="2">
      <Grid templateColumns="minmax(0, 1fr) auto auto" columnGap="0" alignItems="stretch">
        <Head text="" />
        <Head text={methodTableText.charge(figures.label("g"))} right />
        <Head text={methodTableText.at(figures.quantity(hotC, "degC", 0))} right />
        {rows.map(({ name, grams, stops, hot, truth }) => (
          <Box key={name} display="contents">
            <Text borderTopWidth="1px" borderColor="line" py="1" fontWeight={truth ? "semibold" : "normal"}>
              {name}
            </Text>
            <Text borderTopWidth="1px" borderColor="line" textAlign="right" kind="lead" ps="3" py="1">
              {stops ? figures.number(grams, "g") : `over ${figures.number(grams, "g")}`}
            </Text>
            <Text
              borderTopWidth="1px"
              borderColor="line"
              textAlign="right"
              ps="3"
              py="1"
              whiteSpace="nowrap"
              color={hot === null || hot.cutsOut ? "danger" : truth ? "done" : "ink"}
              fontWeight={truth || hot === null || hot.cutsOut ? "semibold" : "normal"}
            >
              {hot === null
                ? "stands"
                : hot.cutsOut
                  ? methodTableText.cutsOut
                  : `vent ${figures.number(hot.ventC, "degC", 0)}`}
            </Text>
          </Box>
        ))}
      </Grid>
    </Box>
  );
}

function Head({ text, right = false }: { text: string; right?: boolean }) {
  return (
    <Text kind="small" textAlign={right ? "right" : "left"} pb="1">
      {text}
    </Text>
  );
}
