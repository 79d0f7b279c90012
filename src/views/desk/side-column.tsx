"use client";

import { Box, Grid } from "@chakra-ui/react";
import { isRefrigerant } from "@/core/fluids/refrigerants";
import type { InstrumentAccuracy } from "@/core/readings/derive/instruments";
import type { Measured } from "@/core/readings/derive/measured";
import { gaugeFromSaturation, type Side, saturationFromGauge } from "@/core/readings/derive/quick";
import { fields } from "@/core/records/fields";
import { type DeskSide, deskFields, type QuickDesk } from "@/core/records/quick-desk";
import { type Entry, entryOf, entryValue } from "@/core/units/entry";
import { formatUncertainty, type UnitId, units } from "@/core/units/units";
import { Card } from "@/ui/card";
import { fieldRow } from "@/ui/fields/field-note";
import { NumberField } from "@/ui/fields/number-field";
import { Measure } from "@/ui/measure";
import { sideWords } from "@/words/desk";
import { sideColumnText } from "@/words/screens/desk";

/** A side as it stands: gauge pressure kPa and saturation temperature degC, each given or following from the other. */
export interface SideState {
  pressure: Measured | null;
  temperature: Measured | null;
}

export function sideState(desk: QuickDesk, side: Side, altitudeM: number, accuracy: InstrumentAccuracy): SideState {
  const { refrigerant } = desk;
  const { given, pressure, temperature } = desk[side];
  if (given === "pressure") {
    const kpa = entryValue(fields[side], pressure);
    if (kpa === null) return { pressure: null, temperature: null };
    return {
      pressure: { value: kpa, uncertainty: 0 },
      temperature: saturationFromGauge(refrigerant, side, kpa, altitudeM, accuracy),
    };
  }
  const t = entryValue(deskFields.saturation, temperature);
  if (t === null) return { pressure: null, temperature: null };
  return {
    pressure: gaugeFromSaturation(refrigerant, t, altitudeM, accuracy),
    temperature: { value: t, uncertainty: 0 },
  };
}

interface SideColumnProps {
  side: Side;
  desk: QuickDesk;
  state: SideState;
  /** Superheat of the low side, subcooling of the high one, K. */
  difference: Measured | null;
  change: (change: (desk: QuickDesk) => QuickDesk) => void;
}

/** Pressure and temperature of one side, both ways, and what the pipe on it says with them. */
export function SideColumn({ side, desk, state, difference, change }: SideColumnProps) {
  const own = desk[side];
  const words = sideWords[side];
  const set = (part: Partial<DeskSide>) => change((now) => ({ ...now, [side]: { ...now[side], ...part } }));
  const { pressure, temperature } = state;
  const computed = isRefrigerant(desk.refrigerant);
  return (
    <Card title={words.title}>
      <Grid templateColumns="repeat(2, minmax(0, 1fr))" gap="3">
        <NumberField
          spec={fields[side]}
          fixedUnit
          label={words.pressure}
          value={own.given === "pressure" ? own.pressure : shown(pressure, own.pressure.unit)}
          large
          hint={follows(own.given === "temperature", pressure, own.pressure.unit, sideColumnText.clampError)}
          onChange={(typed) => set(typedAs("pressure", own, typed, own.given === "pressure"))}
        />
        <NumberField
          spec={deskFields.saturation}
          fixedUnit
          label={words.saturation}
          value={own.given === "temperature" ? own.temperature : shown(temperature, own.temperature.unit)}
          large
          hint={follows(own.given === "pressure", temperature, own.temperature.unit, words.gauge)}
          onChange={(typed) => set(typedAs("temperature", own, typed, own.given === "temperature"))}
        />
      </Grid>
      {computed && (
        <Grid templateColumns="repeat(2, minmax(0, 1fr))" gap="3" mt="1" alignItems="end" css={fieldRow}>
          <NumberField
            spec={fields[words.lineField]}
            fixedUnit
            label={words.line}
            value={own.line}
            onChange={(line) => set({ line })}
          />
          <Box>
            <Measure
              label={words.difference}
              value={difference}
              unit="K"
              note={difference === null ? sideColumnText.enter(words.line.toLowerCase()) : undefined}
            />
          </Box>
        </Grid>
      )}
    </Card>
  );
}

/** A typed value is given from then on; another unit of a derived number only changes its display. */
function typedAs(which: DeskSide["given"], own: DeskSide, typed: Entry, given: boolean): Partial<DeskSide> {
  const onlyUnit = !given && typed.unit !== own[which].unit;
  return onlyUnit ? { [which]: { ...own[which], unit: typed.unit } } : { given: which, [which]: typed };
}

/** Uncertainty of a derived number, and its cause. */
function follows(does: boolean, value: Measured | null, unit: UnitId, by: string): string | undefined {
  if (!does) return undefined;
  return value === null
    ? sideColumnText.noValueHere
    : `± ${formatUncertainty(value.uncertainty, unit)} ${units[unit].label}: ${by}`;
}

/** A number that follows from another, in the field it would be typed in. */
function shown(value: Measured | null, unit: DeskSide["pressure"]["unit"]) {
  return value === null ? { text: "", unit } : entryOf(value.value, unit);
}
