"use client";

import { Box, Grid, Input } from "@chakra-ui/react";
import type { ReactNode } from "react";
import {
  isOverdue,
  type KeptInstruments,
  type KeptSensor,
  workshopInstruments,
} from "@/core/readings/derive/instruments";
import type { Choices } from "@/core/records/choices";
import type { FieldSpec } from "@/core/units/entry";
import type { UnitId } from "@/core/units/units";
import { keepChoices } from "@/session/choices";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { BaseField } from "@/ui/fields/base-field";
import { fieldRow } from "@/ui/fields/field-note";
import { Text } from "@/ui/text";
import { commonText } from "@/words/screens/common";
import { instrumentsCardText } from "@/words/screens/settings";
import { instrumentNames } from "@/words/settings";

type Id = keyof KeptInstruments;
type Gauge = "low" | "high";
type Sensor = Exclude<Id, Gauge>;

const usual = workshopInstruments;
const gauges: Record<Gauge, { classPct: number; fullScaleKpa: number; errorKpa: number }> = {
  low: { classPct: 1.6, fullScaleKpa: 750, errorKpa: usual.lowKpa },
  high: { classPct: 1.6, fullScaleKpa: 2200, errorKpa: usual.highKpa },
};
const sensors: Record<Sensor, { error: number; of: UnitId; spec: FieldSpec }> = {
  clamp: { error: usual.clampK, of: "K", spec: errs("temperatureDifference", 0.05, 10) },
  vent: { error: usual.ventK, of: "K", spec: errs("temperatureDifference", 0.05, 10) },
  ambient: { error: usual.ambientK, of: "K", spec: errs("temperatureDifference", 0.05, 10) },
  scale: { error: usual.scaleG, of: "g", spec: errs("mass", 0.1, 200) },
};
const classSpec: FieldSpec = {
  label: commonText.classLabel,
  dimension: "percent",
  min: 0.05,
  max: 10,
  reason: instrumentsCardText.ofFullScale,
};
const fullScale: FieldSpec = { label: instrumentsCardText.fullScale, dimension: "pressure", min: 100, max: 10_000 };

function errs(dimension: FieldSpec["dimension"], min: number, max: number): FieldSpec {
  return { label: instrumentsCardText.error, dimension, min, max };
}

/** Accuracy of each instrument: the source of every ± shown. */
export function InstrumentsCard({ instruments }: Pick<Choices, "instruments">) {
  const keep = (id: Id, kept: KeptInstruments[Id]) =>
    keepChoices((now) => ({ instruments: { ...now.instruments, [id]: kept } }));
  return (
    <Card title={instrumentsCardText.instruments}>
      <Text kind="note" mb="2">
        {instrumentsCardText.theSourceOfEveryShown}
      </Text>
      {(["low", "high"] as const).map((id) => {
        const kept = instruments[id];
        const now = kept ?? { ...gauges[id], checkedOn: null };
        const set = (part: Partial<NonNullable<KeptInstruments[Gauge]>>) => {
          const { classPct, fullScaleKpa, checkedOn } = { ...now, ...part };
          keep(id, { classPct, fullScaleKpa, checkedOn });
        };
        return (
          <Row
            key={id}
            id={id}
            own={kept !== null}
            checkedOn={now.checkedOn}
            onForget={() => keep(id, null)}
            onChecked={(checkedOn) => set({ checkedOn })}
          >
            <BaseField
              spec={classSpec}
              base={now.classPct}
              of="pct"
              decimals={2}
              onChange={(classPct) => set({ classPct })}
            />
            <BaseField
              spec={fullScale}
              base={now.fullScaleKpa}
              of="kPa"
              onChange={(fullScaleKpa) => set({ fullScaleKpa })}
            />
          </Row>
        );
      })}
      {(["clamp", "vent", "ambient", "scale"] as const).map((id) => {
        const kept = instruments[id];
        const { error, of, spec } = sensors[id];
        const now: KeptSensor = kept ?? { error, checkedOn: null };
        return (
          <Row
            key={id}
            id={id}
            own={kept !== null}
            checkedOn={now.checkedOn}
            onForget={() => keep(id, null)}
            onChecked={(checkedOn) => keep(id, { ...now, checkedOn })}
          >
            <BaseField
              spec={spec}
              base={now.error}
              of={of}
              decimals={2}
              onChange={(given) => keep(id, { ...now, error: given })}
            />
            <Box />
          </Row>
        );
      })}
    </Card>
  );
}

interface RowProps {
  id: Id;
  /** Given by the shop. */
  own: boolean;
  checkedOn: string | null;
  onChecked: (day: string | null) => void;
  onForget: () => void;
  children: ReactNode;
}

function Row({ id, own, checkedOn, onChecked, onForget, children }: RowProps) {
  const overdue = isOverdue(checkedOn, new Date().toISOString());
  return (
    <Grid
      role="group"
      aria-label={instrumentNames[id]}
      templateColumns={{
        base: "minmax(0, 1fr)",
        sm: "repeat(2, minmax(0, 1fr))",
        lg: "170px minmax(0,1fr) minmax(0,1fr) 172px 108px",
      }}
      gap="3"
      alignItems="end"
      css={fieldRow}
      borderTopWidth="1px"
      borderColor="line"
      py="2"
    >
      <Box alignSelf="center" gridColumn={{ base: "1 / -1", lg: "auto" }}>
        <Text kind="strong">{instrumentNames[id]}</Text>
        <Text fontSize="sm" color={overdue ? "wait" : "soft"} fontWeight={overdue ? "semibold" : undefined}>
          {overdue
            ? instrumentsCardText.checkOverdueErrorIncreasedBy
            : own
              ? instrumentsCardText.asEnteredHere
              : "standard"}
        </Text>
      </Box>
      {children}
      <Box>
        <Text as="label" kind="field">
          {instrumentsCardText.lastChecked}
          <Input
            type="date"
            h="target"
            bg="field"
            borderColor="edge"
            value={checkedOn ?? ""}
            onChange={(event) => onChecked(event.target.value === "" ? null : event.target.value)}
          />
        </Text>
      </Box>
      <BenchButton
        kind="quiet"
        disabled={!own}
        onClick={onForget}
        aria-label={instrumentsCardText.resetToStandard(instrumentNames[id].toLowerCase())}
      >
        {instrumentsCardText.reset}
      </BenchButton>
    </Grid>
  );
}
