"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { BenchRunning } from "@/core/bench/bench-answer";
import type { BenchState } from "@/core/bench/bench-state";
import type { Figures } from "@/core/units/figures";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { benchName, channelWords, powerWords, stateWords } from "@/words/bench";
import { keptStatesText } from "@/words/screens/bench";

/** A state that was put aside to be compared. */
export interface KeptState {
  name: "A" | "B";
  state: BenchState;
  answer: BenchRunning;
}

/** Puts a state aside under the first letter that is free; null when both are taken. */
export function withKept(kept: readonly KeptState[], state: BenchState, answer: BenchRunning): KeptState[] | null {
  const name = (["A", "B"] as const).find((letter) => kept.every((one) => one.name !== letter));
  return name === undefined ? null : [...kept, { name, state, answer }].sort((a, b) => a.name.localeCompare(b.name));
}

const rows: readonly { what: string; of: (answer: BenchRunning, figures: Figures) => string }[] = [
  { what: channelWords.low, of: ({ reading }, figures) => figures.quantity(reading.low, "kPa") },
  { what: channelWords.high, of: ({ reading }, figures) => figures.quantity(reading.high, "kPa") },
  { what: channelWords.vent, of: ({ reading }, figures) => figures.quantity(reading.vent, "degC", 1) },
  { what: keptStatesText.superheat, of: ({ reading }, figures) => figures.quantity(reading.superheat, "K", 1) },
  { what: keptStatesText.subcooling, of: ({ reading }, figures) => figures.quantity(reading.subcooling, "K", 1) },
  { what: keptStatesText.cooling, of: ({ coolingKw }, figures) => powerWords(coolingKw, figures) },
  { what: keptStatesText.power, of: ({ powerKw }, figures) => powerWords(powerKw, figures) },
];

interface KeptStatesProps {
  now: { state: BenchState; answer: BenchRunning | null };
  kept: readonly KeptState[];
  onReturn: (kept: KeptState) => void;
  onDiscard: (kept: KeptState) => void;
}

/** Up to three states side by side, in numbers. */
export function KeptStates({ now, kept, onReturn, onDiscard }: KeptStatesProps) {
  const figures = useFigures();
  const columns = [
    { name: keptStatesText.now, state: now.state, answer: now.answer, kept: null },
    ...kept.map((one) => ({ ...one, kept: one })),
  ];
  // Of one vehicle the name says nothing new.
  const alike = kept.every((one) => JSON.stringify(one.state.label) === JSON.stringify(now.state.label));
  const cell = {
    borderTopWidth: "1px",
    borderColor: "line",
    py: "1.5",
    pe: "3",
    textAlign: "left",
    verticalAlign: "top",
  } as const;
  return (
    <Card title={keptStatesText.compared}>
      <Box overflowX="auto">
        <Box as="table" w="full" fontSize="md">
          <thead>
            <tr>
              <Box as="th" aria-label={keptStatesText.quantity} />
              {columns.map(({ name, state, kept: one }) => (
                <Box as="th" key={name} {...cell} borderTopWidth="0">
                  <Text kind="strong">{name}</Text>
                  <Text kind="note">
                    {alike ? stateWords(state, figures) : `${benchName(state, figures)}, ${stateWords(state, figures)}`}
                  </Text>
                  {one !== null && (
                    <Flex gap="1" mt="1" wrap="wrap">
                      <BenchButton kind="quiet" px="2" onClick={() => onReturn(one)}>
                        {keptStatesText.returnTo(one.name)}
                      </BenchButton>
                      <BenchButton kind="quiet" px="2" onClick={() => onDiscard(one)}>
                        {keptStatesText.discard(one.name)}
                      </BenchButton>
                    </Flex>
                  )}
                </Box>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ what, of }) => (
              <tr key={what}>
                <Box as="th" {...cell} fontWeight="normal" color="soft">
                  {what}
                </Box>
                {columns.map(({ name, answer }) => (
                  <Box as="td" key={name} {...cell} fontWeight="semibold" whiteSpace="nowrap">
                    {answer === null ? "–" : of(answer, figures)}
                  </Box>
                ))}
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
    </Card>
  );
}
