"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import type { BenchState } from "@/core/bench/bench-state";
import type { RackSample } from "@/core/instruments/rack";
import type { UnitId } from "@/core/units/units";
import { formatClock } from "@/core/units/units";
import { Trace } from "@/pictures/trace";
import { CAN_G, useBenchTime } from "@/session/bench-time";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { useFigures } from "@/ui/figures";
import { useShortcuts } from "@/ui/shortcuts";
import { Text } from "@/ui/text";
import { engineChoices } from "@/words/instruments";
import { rackSentence } from "@/words/issues";

const paces = [
  { value: "1", label: "× 1" },
  { value: "10", label: "× 10" },
  { value: "60", label: "× 60" },
] as const;
const machines = [
  { value: "off", label: "Nothing" },
  { value: "recover", label: "Recovery" },
  { value: "pump", label: "Vacuum pump" },
] as const;
const valves = [
  { value: "shut", label: "Shut" },
  { value: "liquid-high", label: "Liquid, high side" },
  { value: "vapour-low", label: "Vapour, low side" },
] as const;

const shown: { name: string; unit: UnitId; decimals: number; of: (sample: RackSample) => number | null }[] = [
  { name: "Low", unit: "kPa", decimals: 0, of: ({ low }) => low },
  { name: "High", unit: "kPa", decimals: 0, of: ({ high }) => high },
  { name: "Vent", unit: "degC", decimals: 1, of: ({ vent }) => vent },
  { name: "Suction line", unit: "degC", decimals: 1, of: ({ suction }) => suction },
  { name: "Liquid line", unit: "degC", decimals: 1, of: ({ liquid }) => liquid },
  { name: "Recovered", unit: "g", decimals: 0, of: ({ recoveredG }) => recoveredG },
];

/** The state played in time: started, pulled down, stopped, emptied, evacuated and filled, with every instrument live. */
export function TimeCard({ state }: { state: BenchState }) {
  const figures = useFigures();
  const time = useBenchTime(state);
  const { status, latest, trace, refused } = time;
  const on = status === "running";
  useShortcuts([
    {
      key: "s",
      does: "Start simulator",
      run: () => (on ? time.setEngine(time.engine === "off" ? "idle" : "off") : time.start()),
    },
  ]);
  if (status === "off" || status === "lost")
    return (
      <Card title="Simulate over time">
        <Flex gap="4" align="center" wrap="wrap">
          <Text flex="1 1 300px" fontSize="16px">
            {status === "lost"
              ? `The simulator was lost${time.reason === null ? "" : `: ${time.reason}`}. Its readings are gone; the settings are kept.`
              : "Run, stop, recover, evacuate and charge from a can, with all instruments live."}
          </Text>
          <BenchButton kind="act" minW="220px" shortcut="S" onClick={time.start}>
            Connect instruments
          </BenchButton>
        </Flex>
      </Card>
    );
  return (
    <Card
      title="Over time"
      aside={
        <Flex gap="2" align="center">
          <Text color="soft" fontSize="14px">
            {latest === null ? "Connecting" : formatClock(latest.time)}
          </Text>
          <BenchButton kind="quiet" onClick={time.start}>
            Restart
          </BenchButton>
          <BenchButton kind="quiet" onClick={time.stop}>
            Disconnect
          </BenchButton>
        </Flex>
      }
    >
      <Grid templateColumns="repeat(auto-fill, minmax(104px, 1fr))" gap="2" mb="3">
        {shown.map(({ name, unit, decimals, of }) => (
          <Box key={name}>
            <Text fontSize="13px" color="soft">
              {`${name}, ${figures.label(unit)}`}
            </Text>
            <Text fontSize="24px" fontWeight="650" lineHeight="1.1">
              {latest === null ? "–" : figures.number(of(latest), unit, decimals)}
            </Text>
          </Box>
        ))}
        <Box>
          <Text fontSize="13px" color="soft">
            {latest?.vacuumKpa != null ? `Vacuum, ${figures.label("kPaAbs")}` : `Can content, ${figures.label("g")}`}
          </Text>
          <Text fontSize="24px" fontWeight="650" lineHeight="1.1">
            {latest === null
              ? "–"
              : latest.vacuumKpa != null
                ? figures.number(latest.vacuumKpa, "kPaAbs", 2)
                : figures.number(latest.scaleG, "g")}
          </Text>
        </Box>
      </Grid>
      <Flex gap="5" wrap="wrap" mb="2">
        <Choice label="Engine" options={engineChoices} value={time.engine} onChange={time.setEngine} />
        <Choice
          label="Pace"
          options={paces}
          value={String(time.pace) as "1" | "10" | "60"}
          onChange={(pace) => time.setPace(Number(pace))}
        />
        <Choice label="Connected" options={machines} value={time.machine} onChange={time.setMachine} />
        <Choice
          label={`Can of ${figures.quantity(CAN_G, "g")}`}
          options={[
            { value: "off", label: "Off the scale" },
            { value: "on", label: "On the scale" },
          ]}
          value={time.canOn ? "on" : "off"}
          onChange={(can) => time.setCan(can === "on")}
        />
        <Choice label="Charging valve" options={valves} value={latest?.valve ?? "shut"} onChange={time.setValve} />
      </Flex>
      <Text role="status" minH="24px" fontWeight="600" color={refused ? "act" : "soft"}>
        {refused
          ? rackSentence(refused)
          : "The high valve stays closed while the engine runs. Never charge liquid into a running low side."}
      </Text>
      <Trace trace={trace} latest={latest} minutes={6} />
    </Card>
  );
}
