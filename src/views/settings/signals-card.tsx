"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { type SignalSettings, signalKinds } from "@/core/readings/stream/signals";
import { askToNotify, type NoticePermission, noticePermission, ring } from "@/services/signals";
import { keepChoices } from "@/session/choices";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { RangeField } from "@/ui/fields/range-field";
import { Text } from "@/ui/text";
import { signalsCardText } from "@/words/screens/settings";
import { signalWords } from "@/words/signals";

const onOff = [
  { value: "on", label: signalsCardText.on },
  { value: "off", label: signalsCardText.off },
] as const;

/** What is heard away from the screen: loudness, vibration, speech, and each signal to try. */
export function SignalsCard({ signals }: { signals: SignalSettings }) {
  const set = (part: Partial<SignalSettings>) => keepChoices({ signals: { ...signals, ...part } });
  const percent = Math.round(signals.volume * 100);
  const said = percent === 0 ? signalsCardText.off : `${percent} %`;
  return (
    <Card title={signalsCardText.signals}>
      <Flex gap="6" wrap="wrap" align="end">
        <Box minW="240px">
          <RangeField
            label={signalsCardText.volume}
            value={percent}
            min={0}
            max={100}
            step={5}
            shown={percent === 0 ? signalsCardText.off : String(percent)}
            unit={percent === 0 ? "" : "%"}
            said={said}
            onChange={(value) => set({ volume: value / 100 })}
          />
        </Box>
        <Choice
          label={signalsCardText.vibration}
          options={onOff}
          value={signals.vibration ? "on" : "off"}
          onChange={(value) => set({ vibration: value === "on" })}
        />
        <Choice
          label={signalsCardText.speech}
          options={onOff}
          value={signals.speech ? "on" : "off"}
          onChange={(value) => set({ speech: value === "on" })}
        />
        <Notices />
      </Flex>
      <Flex gap="2" wrap="wrap" mt="3" role="group" aria-label={signalsCardText.tryEach}>
        {signalKinds.map((kind) => (
          <BenchButton key={kind} repeats onClick={() => ring(kind, signals, signalWords[kind])}>
            {signalWords[kind]}
          </BenchButton>
        ))}
      </Flex>
      <Text kind="note" mt="2">
        {signalsCardText.theStopSignalRepeats}
      </Text>
    </Card>
  );
}

/** Whether the browser may tell of a hold that ends in a hidden tab. */
function Notices() {
  const [permission, setPermission] = useState<NoticePermission | null>(null);
  useEffect(() => setPermission(noticePermission()), []);
  if (permission === null || permission === "unsupported") return null;
  return (
    <Box>
      <Text kind="field">{signalsCardText.notifications}</Text>
      {permission === "default" ? (
        <BenchButton mt="1" onClick={() => askToNotify().then(setPermission)}>
          {signalsCardText.allow}
        </BenchButton>
      ) : (
        <Text minH="target" alignContent="center" fontSize="md">
          {permission === "granted" ? signalsCardText.allowed : signalsCardText.refused}
        </Text>
      )}
    </Box>
  );
}
