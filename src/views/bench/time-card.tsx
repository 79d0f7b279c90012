"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import type { BenchState } from "@/core/bench/bench-state";
import type { SimulatorSample } from "@/core/instruments/instrument-simulator";
import type { UnitId } from "@/core/units/units";
import { formatClock } from "@/core/units/units";
import { Trace } from "@/pictures/charts/trace";
import { CAN_G, useBenchTime } from "@/session/bench-time";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { useFigures } from "@/ui/figures";
import { useShortcuts } from "@/ui/shortcuts";
import { Text } from "@/ui/text";
import { engineChoices } from "@/words/instruments";
import { simulatorSentence } from "@/words/issues";
import { timeCardText } from "@/words/screens/bench";
import { commonText } from "@/words/screens/common";

const paces = [
  { value: "1", label: "× 1" },
  { value: "10", label: "× 10" },
  { value: "60", label: "× 60" },
] as const;
const machines = [
  { value: "off", label: timeCardText.nothing },
  { value: "recover", label: timeCardText.recovery },
  { value: "pump", label: timeCardText.vacuumPump },
] as const;
const valves = [
  { value: "shut", label: timeCardText.shut },
  { value: "liquid-high", label: timeCardText.liquidHighSide },
  { value: "vapour-low", label: timeCardText.vapourLowSide },
] as const;

const shown: { name: string; unit: UnitId; decimals: number; of: (sample: SimulatorSample) => number | null }[] = [
  { name: commonText.low, unit: "kPa", decimals: 0, of: ({ low }) => low },
  { name: commonText.high, unit: "kPa", decimals: 0, of: ({ high }) => high },
  { name: commonText.vent, unit: "degC", decimals: 1, of: ({ vent }) => vent },
  { name: commonText.suctionLine, unit: "degC", decimals: 1, of: ({ suction }) => suction },
  { name: commonText.liquidLine, unit: "degC", decimals: 1, of: ({ liquid }) => liquid },
  { name: commonText.recovered, unit: "g", decimals: 0, of: ({ recoveredG }) => recoveredG },
];

/** The state played in time: started, pulled down, stopped, emptied, evacuated and filled, with every instrument live. */
export function TimeCard({ state }: { state: BenchState }) {
  const time = useBenchTime(state);
  const { status, latest, trace, refused } = time;
  const on = status === "running";
  useShortcuts([
    {
      key: "s",
      does: timeCardText.startSimulator,
      run: () => (on ? time.setEngine(time.engine === "off" ? "idle" : "off") : time.start()),
    },
  ]);
  if (status === "off" || status === "lost")
    return (
      <Card title={timeCardText.simulateOverTime}>
        <Flex gap="4" align="center" wrap="wrap">
          <Text flex="1 1 300px" fontSize="md">
            {status === "lost"
              ? timeCardText.theSimulatorWasLostIts(time.reason === null ? "" : `: ${time.reason}`)
              : timeCardText.runStopRecoverEvacuateAnd}
          </Text>
          <BenchButton kind="act" minW="220px" shortcut="S" onClick={time.start}>
            {timeCardText.connectInstruments}
          </BenchButton>
        </Flex>
      </Card>
    );
  return (
    <Card
      title={timeCardText.overTime}
      aside={
        <Flex gap="2" align="center">
          <Text kind="note">{latest === null ? "Connecting" : formatClock(latest.time)}</Text>
          <BenchButton kind="quiet" onClick={time.start}>
            {timeCardText.restart}
          </BenchButton>
          <BenchButton kind="quiet" onClick={time.stop}>
            {timeCardText.disconnect}
          </BenchButton>
        </Flex>
      }
    >
      <TimeReadings latest={latest} />
      <TimeControls time={time} />
      <Text role="status" minH="24px" fontWeight="semibold" color={refused ? "danger" : "soft"}>
        {refused ? simulatorSentence(refused) : timeCardText.theHighValveStaysClosed}
      </Text>
      <Trace trace={trace} latest={latest} minutes={6} />
    </Card>
  );
}

type BenchTime = ReturnType<typeof useBenchTime>;

/** The numbers of every instrument now. */
function TimeReadings({ latest }: Pick<BenchTime, "latest">) {
  const figures = useFigures();
  return (
    <Grid templateColumns="repeat(auto-fill, minmax(104px, 1fr))" gap="2" mb="3">
      {shown.map(({ name, unit, decimals, of }) => (
        <Box key={name}>
          <Text kind="small">{`${name}, ${figures.label(unit)}`}</Text>
          <Text fontSize="xl" fontWeight="semibold" lineHeight="1.1">
            {latest === null ? "–" : figures.number(of(latest), unit, decimals)}
          </Text>
        </Box>
      ))}
      <Box>
        <Text kind="small">
          {latest?.vacuumKpa != null
            ? timeCardText.vacuum(figures.label("kPaAbs"))
            : timeCardText.canContent(figures.label("g"))}
        </Text>
        <Text fontSize="xl" fontWeight="semibold" lineHeight="1.1">
          {latest === null
            ? "–"
            : latest.vacuumKpa != null
              ? figures.number(latest.vacuumKpa, "kPaAbs", 2)
              : figures.number(latest.scaleG, "g")}
        </Text>
      </Box>
    </Grid>
  );
}

/** What a person does at the vehicle. */
function TimeControls({ time }: { time: BenchTime }) {
  const figures = useFigures();
  return (
    <Flex gap="5" wrap="wrap" mb="2">
      <Choice label={commonText.engine} options={engineChoices} value={time.engine} onChange={time.setEngine} />
      <Choice
        label={timeCardText.pace}
        options={paces}
        value={String(time.pace) as "1" | "10" | "60"}
        onChange={(pace) => time.setPace(Number(pace))}
      />
      <Choice label={timeCardText.connected} options={machines} value={time.machine} onChange={time.setMachine} />
      <Choice
        label={timeCardText.canOf(figures.quantity(CAN_G, "g"))}
        options={[
          { value: "off", label: timeCardText.offTheScale },
          { value: "on", label: timeCardText.onTheScale },
        ]}
        value={time.canOn ? "on" : "off"}
        onChange={(can) => time.setCan(can === "on")}
      />
      <Choice
        label={timeCardText.chargingValve}
        options={valves}
        value={time.latest?.valve ?? "shut"}
        onChange={time.setValve}
      />
    </Flex>
  );
}
