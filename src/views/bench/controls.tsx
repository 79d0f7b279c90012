"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { type BenchState, benchCauses, benchLimits, mostAirG } from "@/core/bench/bench-state";
import { type ControlLimit, type ControlLimits, offeredRange } from "@/core/bench/control-limits";
import { type FaultCause, possible } from "@/core/causes/catalogue";
import type { UnitId } from "@/core/units/units";
import { BenchButton } from "@/ui/buttons";
import { Choice } from "@/ui/fields/choice";
import { RangeField } from "@/ui/fields/range-field";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { causeChips } from "@/words/bench";
import { severityWords } from "@/words/causes";
import { controlsText } from "@/words/screens/bench";
import { commonText } from "@/words/screens/common";

interface ControlsProps {
  state: BenchState;
  set: (change: (now: BenchState) => BenchState) => void;
}
interface LimitedProps extends ControlsProps {
  /** Where the model ends for each control, as far as it is known for this state. */
  limits: ControlLimits;
}

const airs = [
  { value: "fresh", label: controlsText.fresh },
  { value: "recirculated", label: controlsText.recirculated },
] as const;

/** Where a fault that is put in begins: plain, and not the worst. */
const PLAIN = 0.6;

/** The day, what is in it, and what is wrong: each on a control that answers at once. */
export function Controls({ state, set, limits }: LimitedProps) {
  const { label } = state;
  return (
    <Stack gap="3.5">
      <Text as="h2" fontWeight="semibold" color="soft" fontSize="md">
        {controlsText.conditions}
      </Text>
      <DayControls state={state} set={set} limits={limits} />
      <Text as="h2" fontWeight="semibold" color="soft" fontSize="md" mt="1">
        {commonText.charge}
      </Text>
      <ChargeTrack state={state} set={set} limits={limits} />
      <Track
        label={controlsText.air}
        of="airG"
        most={Math.max(mostAirG(label.chargeG), state.airG)}
        unit="g"
        step={0.5}
        decimals={1}
        value={state.airG}
        limit={limits.airG}
        set={(airG) => set((now) => ({ ...now, airG }))}
      />
      <Text as="h2" fontWeight="semibold" color="soft" fontSize="md" mt="1">
        {controlsText.faults}
      </Text>
      <Wrongs state={state} set={set} able={benchCauses.filter((cause) => possible(cause, label))} />
    </Stack>
  );
}

/** Conditions of the day and of the test. */
function DayControls({ state: { conditions }, set, limits }: LimitedProps) {
  const [more, setMore] = useState(false);
  const day = (part: Partial<BenchState["conditions"]>) =>
    set((now) => ({ ...now, conditions: { ...now.conditions, ...part } }));
  return (
    <>
      <Track
        label={controlsText.ambient}
        of="ambientC"
        unit="degC"
        step={0.5}
        decimals={1}
        value={conditions.ambientC}
        limit={limits.ambientC}
        set={(ambientC) => day({ ambientC })}
      />
      <Track
        label={controlsText.humidity}
        of="humidityPct"
        unit="pct"
        step={1}
        value={conditions.humidityPct}
        set={(humidityPct) => day({ humidityPct })}
      />
      <Track
        label={commonText.engine}
        of="rpm"
        unit="rpm"
        step={50}
        value={conditions.rpm}
        limit={limits.rpm}
        set={(rpm) => day({ rpm })}
      />
      <Track
        label={controlsText.blower}
        of="blowerPct"
        unit="pct"
        step={5}
        value={conditions.blowerPct}
        set={(blowerPct) => day({ blowerPct })}
      />
      <Choice
        label={controlsText.returnAir}
        options={airs}
        value={conditions.airSource}
        onChange={(airSource) => day({ airSource })}
      />
      {more ? (
        <>
          <Track
            label={controlsText.altitude}
            of="altitudeM"
            unit="m"
            step={50}
            value={conditions.altitudeM}
            set={(altitudeM) => day({ altitudeM })}
          />
          {conditions.airSource === "recirculated" && (
            <Track
              label={controlsText.cabinAir}
              of="cabinReturnC"
              unit="degC"
              step={0.5}
              decimals={1}
              value={conditions.cabinReturnC ?? Math.max(conditions.ambientC - 2, benchLimits.cabinReturnC.min)}
              set={(cabinReturnC) => day({ cabinReturnC })}
            />
          )}
        </>
      ) : (
        <BenchButton kind="quiet" alignSelf="start" onClick={() => setMore(true)}>
          {controlsText.altitudeCabin}
        </BenchButton>
      )}
    </>
  );
}

interface TrackProps {
  label: string;
  of: keyof typeof benchLimits;
  /** Less than the limit's own, where the label allows less. */
  most?: number;
  unit: UnitId;
  step: number;
  decimals?: number;
  value: number;
  limit?: ControlLimit;
  set: (value: number) => void;
}

/** What a control offers: to the limit of the model, in whole steps, and never away from where it stands. */
function within(
  { min, max }: { min: number; max: number },
  limit: ControlLimit | undefined,
  step: number,
  value: number,
) {
  const inward = (end: number, by: -1 | 1) => (by > 0 ? Math.ceil(end / step) : Math.floor(end / step)) * step;
  return {
    min: limit?.ends.below ? Math.min(Math.max(min, inward(limit.min, 1)), value) : min,
    max: limit?.ends.above ? Math.max(Math.min(max, inward(limit.max, -1)), value) : max,
  };
}

function ModelEnds({ limit, text }: { limit: ControlLimit | undefined; text: (value: number) => string }) {
  if (limit === undefined || !(limit.ends.below || limit.ends.above)) return null;
  return (
    <Text kind="note" role="note">
      {limit.ends.above ? controlsText.modelEndsAt(text(limit.max)) : controlsText.modelBeginsAt(text(limit.min))}
    </Text>
  );
}

function Track({ label, of, most, unit, step, decimals = 0, value, limit, set }: TrackProps) {
  const figures = useFigures();
  const { min, max } = within({ ...benchLimits[of], ...(most === undefined ? {} : { max: most }) }, limit, step, value);
  return (
    <Box>
      <RangeField
        label={label}
        value={value}
        min={min}
        max={max}
        step={step}
        shown={figures.number(value, unit, decimals)}
        unit={figures.label(unit)}
        said={figures.quantity(value, unit, decimals)}
        onChange={set}
      />
      <ModelEnds limit={limit} text={(end) => figures.quantity(end, unit, decimals)} />
    </Box>
  );
}

function ChargeTrack({ state, set, limits }: LimitedProps) {
  const figures = useFigures();
  const labelG = state.label.chargeG;
  const share = Math.round((100 * state.chargeG) / labelG);
  const { min, max } = within(offeredRange(state, "chargeG"), limits.chargeG, 5, state.chargeG);
  return (
    <Box>
      <RangeField
        label={commonText.charge}
        value={state.chargeG}
        min={min}
        max={max}
        step={5}
        shown={figures.number(state.chargeG, "g")}
        unit={`${figures.label("g")}, ${share} %`}
        said={controlsText.ofTheLabel(figures.quantity(state.chargeG, "g"), share)}
        onChange={(chargeG) => set((now) => ({ ...now, chargeG }))}
      />
      <ModelEnds limit={limits.chargeG} text={(end) => figures.quantity(end, "g")} />
    </Box>
  );
}

function Wrongs({ state, set, able }: ControlsProps & { able: readonly FaultCause[] }) {
  const put = (faults: BenchState["faults"]) => set((now) => ({ ...now, faults }));
  const toggle = (cause: FaultCause) =>
    put(
      state.faults.some((fault) => fault.cause === cause)
        ? state.faults.filter((fault) => fault.cause !== cause)
        : [...state.faults, { cause, severity: PLAIN, place: null } as BenchState["faults"][number]],
    );
  const change = (cause: FaultCause, part: Partial<BenchState["faults"][number]>) =>
    put(state.faults.map((fault) => (fault.cause === cause ? { ...fault, ...part } : fault)));
  return (
    <Box>
      <Flex gap="1.5" wrap="wrap" role="group" aria-label={controlsText.faults}>
        {able.map((cause) => {
          const on = state.faults.some((fault) => fault.cause === cause);
          return (
            <BenchButton
              key={cause}
              px="2.5"
              h="auto"
              minH="target"
              maxW="100%"
              whiteSpace="normal"
              textAlign="left"
              aria-pressed={on}
              onClick={() => toggle(cause)}
            >
              {causeChips[cause]}
            </BenchButton>
          );
        })}
      </Flex>
      <Stack gap="3" mt="3">
        {state.faults.map(({ cause, severity, place }) => (
          <Box key={cause}>
            <RangeField
              label={causeChips[cause]}
              value={severity}
              {...benchLimits.severity}
              step={0.05}
              shown={String(Math.round(severity * 100))}
              unit="% of maximum"
              said={saidOf(cause, severity, state)}
              onChange={(value) => change(cause, { severity: value })}
            />
            <Text kind="note">{saidOf(cause, severity, state)}</Text>
            {cause === "restriction-before-port" && (
              <RangeField
                label={controlsText.positionInCondenser}
                value={place ?? 0.5}
                min={0}
                max={1}
                step={0.1}
                shown={String(Math.round((place ?? 0.5) * 100))}
                unit={controlsText.placeUnit}
                said={controlsText.ofTheCondenserLength(Math.round((place ?? 0.5) * 100))}
                onChange={(value) => change(cause, { place: value })}
              />
            )}
          </Box>
        ))}
      </Stack>
    </Box>
  );
}

/** Severity in words. */
function saidOf(cause: FaultCause, severity: number, { label }: BenchState): string {
  if (severity === 0) return "none";
  return severityWords(cause, { low: severity, median: severity, high: severity }, label.metering);
}
