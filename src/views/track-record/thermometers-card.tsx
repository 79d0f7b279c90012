"use client";

import { Stack } from "@chakra-ui/react";
import { type InstrumentOffset, offsetsToCheck } from "@/core/learning/instrument-offsets";
import { keepChoices } from "@/session/choices";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { lowerFirst } from "@/words/letters";
import { trackRecordText } from "@/words/screens/track-record";
import { offsetWords, thermometerWords } from "@/words/track-record";
import { PlainTable } from "./plain-table";

/** Thermometers by what all vehicles together say of them; one that deviates comes with the check that confirms it. */
export function ThermometersCard({ thermometers }: { thermometers: readonly InstrumentOffset[] }) {
  const figures = useFigures();
  return (
    <Card title={trackRecordText.thermometers}>
      {thermometers.length === 0 ? (
        <Text kind="soft">{trackRecordText.noThermometers}</Text>
      ) : (
        <Stack gap="3">
          {offsetsToCheck(thermometers).map((one) => (
            <Notice
              key={one.thermometer}
              tone="act"
              title={`${trackRecordText.deviates(lowerFirst(thermometerWords[one.thermometer]))}: ${offsetWords(one, figures)}`}
              aside={<BenchButton onClick={() => noteChecked(one.thermometer)}>{trackRecordText.checked}</BenchButton>}
            >
              {trackRecordText.check(figures.quantity(0, "degC", 0), figures.quantity(1, "K", 0))}
            </Notice>
          ))}
          <PlainTable
            head={[trackRecordText.thermometer, trackRecordText.vehicles, trackRecordText.reads]}
            rows={thermometers.map((one) => ({
              key: one.thermometer,
              cells: [thermometerWords[one.thermometer], one.vehicles, offsetWords(one, figures)],
            }))}
          />
        </Stack>
      )}
    </Card>
  );
}

/** From now on only later tests speak for it. */
function noteChecked(thermometer: InstrumentOffset["thermometer"]): void {
  const at = new Date().toISOString();
  keepChoices(({ learning }) => ({ learning: { ...learning, checked: { ...learning.checked, [thermometer]: at } } }));
}
