"use client";

import { Flex } from "@chakra-ui/react";
import { useState } from "react";
import { taken } from "@/core/records/bookkeeping";
import { fields } from "@/core/records/fields";
import { useJobActs, useSimulator, useSimulatorOf } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { fieldRow } from "@/ui/fields/field-note";
import { useFigures } from "@/ui/figures";
import { Measure } from "@/ui/measure";
import { Text } from "@/ui/text";
import { WriteDown } from "@/views/job/instruments/write-down";
import { simulatorSentence } from "@/words/issues";
import { surplusCardText } from "@/words/screens/steps/charge";

/** Over the label: what is too much comes out by weight, with the machine, never to the air. */
export function SurplusCard({ overG }: { overG: number }) {
  const figures = useFigures();
  const { edit } = useJobActs();
  const rack = useSimulator("status", "source", "machine", "setEngine", "tareMachine", "setMachine");
  const shown = useSimulatorOf(({ latest }) => latest?.recoveredG ?? 0);
  const [refused, setRefused] = useState<string | null>(null);
  const connected = rack.status === "running" && rack.source.kind === "rack";
  const running = rack.machine === "recover";
  const book = (grams: number) => edit((stored) => taken(stored, grams, new Date().toISOString()));
  const start = async () => {
    rack.setEngine("off");
    const issue = (await rack.tareMachine()) ?? (await rack.setMachine("recover"));
    setRefused(issue ? simulatorSentence(issue) : null);
  };
  const stop = async () => {
    const issue = await rack.setMachine("off");
    setRefused(issue ? simulatorSentence(issue) : null);
    // Whether or not it answered: this is what it had weighed.
    book(shown);
  };
  return (
    <Card title={surplusCardText.overTheLabelRecoverBy(figures.quantity(overG, "g"))}>
      {connected ? (
        <Flex gap="5" align="end" css={fieldRow} wrap="wrap">
          <Measure label={surplusCardText.excessRecovered} value={running ? shown : 0} unit="g" />
          <BenchButton kind={running && shown >= overG - 3 ? "act" : "quiet"} onClick={running ? stop : start}>
            {running
              ? surplusCardText.stopAndRecord(figures.quantity(shown, "g"))
              : surplusCardText.startRecoveryMachine}
          </BenchButton>
        </Flex>
      ) : (
        <WriteDown name="excess" spec={fields.taken} unit="g" onWrite={book} />
      )}
      {refused && (
        <Text kind="alarm" mt="2" role="alert">
          {refused}
        </Text>
      )}
    </Card>
  );
}
