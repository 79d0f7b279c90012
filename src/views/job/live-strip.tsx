"use client";

import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import type { ChannelHealth } from "@/core/readings/channel-health";
import { workshopInstruments } from "@/core/readings/instruments";
import type { Measured } from "@/core/readings/measured";
import type { StreamState } from "@/core/readings/stream-state";
import { formatNumber, type UnitId, units } from "@/core/units/units";
import { BenchButton } from "@/ui/buttons";
import { formatUncertainty } from "@/ui/measure";
import { useJob } from "./job-context";
import { type LiveValues, useLive, worstState } from "./live";
import { useRack } from "./rack-context";

/** The numbers that move, always in the same place while instruments run. */
export function LiveStrip() {
  const { job } = useJob();
  const rack = useRack();
  const live = useLive();
  if (rack.status === "lost") {
    return (
      <Flex bg="field" borderTopWidth="1px" borderColor="line" minH="84px" align="center" px="4" gap="4">
        <Text>
          <b>Instruments lost.</b> {rack.reason}. What was taken is kept.
        </Text>
        {job.rackVehicle !== null && (
          <BenchButton kind="act" onClick={() => job.rackVehicle && rack.connect(job.rackVehicle, job)}>
            Connect again
          </BenchButton>
        )}
      </Flex>
    );
  }
  if (live === null) return null;
  return (
    <>
      {rack.stalledS !== null && (
        <Flex bg="act" color="onAct" px="4" py="1.5" minH="target" align="center" role="alert">
          <Text fontSize="17px" fontWeight="650">
            Nothing has come for {rack.stalledS} s: the numbers below are old. Check the instruments' link.
          </Text>
        </Flex>
      )}
      <Cells live={live} pressureUnit={job.baseline.settings[0].low.unit} />
    </>
  );
}

function Cells({ live, pressureUnit }: { live: LiveValues; pressureUnit: UnitId }) {
  return (
    <Grid
      as="section"
      aria-label="Live readings"
      templateColumns={{ base: "repeat(4, 1fr)", lg: "repeat(7, 1fr)" }}
      bg="field"
      borderTopWidth="1px"
      borderColor="line"
    >
      {cellsOf(live, pressureUnit).map((cell) => (
        <Cell key={cell.label} {...cell} />
      ))}
    </Grid>
  );
}

interface CellProps {
  label: string;
  value: Measured | null;
  unit: UnitId;
  decimals?: number;
  state: StreamState;
  /** Of the channel itself; a derived value has none of its own. */
  health?: ChannelHealth;
}

const healthWords: Record<Exclude<ChannelHealth, "ok">, string> = {
  missing: "no reading",
  frozen: "frozen: check it",
  impossible: "cannot be true",
};

function cellsOf({ values, states, health, humidityPct, derived }: LiveValues, pressureUnit: UnitId): CellProps[] {
  const plain = (value: number | null, uncertainty: number): Measured | null =>
    value === null ? null : { value, uncertainty };
  const instruments = workshopInstruments;
  return [
    {
      label: "Low",
      value: plain(values.low, instruments.lowKpa),
      unit: pressureUnit,
      state: states.low,
      health: health.low,
    },
    {
      label: "High",
      value: plain(values.high, instruments.highKpa),
      unit: pressureUnit,
      state: states.high,
      health: health.high,
    },
    {
      label: "Vent",
      value: plain(values.vent, instruments.ventK),
      unit: "degC",
      state: states.vent,
      health: health.vent,
    },
    {
      label: `Ambient, ${formatNumber(humidityPct, "pct")} %`,
      value: plain(values.ambient, instruments.ambientK),
      unit: "degC",
      state: states.ambient,
      health: health.ambient,
    },
    {
      label: "Superheat",
      value: derived?.superheatK ?? null,
      unit: "K",
      decimals: 0,
      state: worstState([states.low, states.suction]),
    },
    {
      label: "Subcooling",
      value: derived?.subcoolingK ?? null,
      unit: "K",
      decimals: 0,
      state: worstState([states.high, states.liquid]),
    },
    {
      label: "Air split",
      value: derived?.airSplitK ?? null,
      unit: "K",
      state: worstState([states.vent, states.ambient]),
    },
  ];
}

function Cell({ label, value, unit, decimals = units[unit].decimals, state, health = "ok" }: CellProps) {
  return (
    <Box px="3.5" py="2" borderRightWidth="1px" borderColor="line" minW="0">
      <Text fontSize="13px" color="soft" truncate>
        {label}
      </Text>
      <Flex align="baseline" gap="1" lineHeight="1.15" whiteSpace="nowrap">
        <Text as="span" fontSize="30px" fontWeight="650" letterSpacing="-0.5px">
          {formatNumber(value?.value, unit, decimals)}
        </Text>
        <Text as="span" fontSize="14px" color="soft">
          {value ? `± ${formatUncertainty(value.uncertainty, unit)} ${units[unit].label}` : units[unit].label}
        </Text>
      </Flex>
      {health === "ok" ? (
        value === null ? (
          <Text fontSize="13px" color="soft">
            not measured
          </Text>
        ) : (
          <StateWord state={state} />
        )
      ) : (
        <Text fontSize="13px" color="act" fontWeight="650">
          {healthWords[health]}
        </Text>
      )}
    </Box>
  );
}

export function StateWord({ state }: { state: StreamState | null }) {
  if (state === null) {
    return (
      <Text fontSize="13px" color="soft">
        engine off
      </Text>
    );
  }
  const steady = state.state === "steady";
  return (
    <Text fontSize="13px" color={steady ? "done" : state.state === "waiting" ? "soft" : "wait"} fontWeight="500">
      {state.state === "cycling" ? `cycling, ${Math.round(state.period)} s` : state.state}
    </Text>
  );
}
