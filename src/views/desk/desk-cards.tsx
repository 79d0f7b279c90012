"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { useState } from "react";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import { WARM_WATER_C } from "@/core/charge/plan/charge-plan";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { hoseVolumeM3 } from "@/core/readings/derive/hose-content";
import { gaugeFromSaturation, leftAtLineEnd, vapourIn } from "@/core/readings/derive/quick";
import { judgeRest } from "@/core/readings/derive/rest";
import { fields } from "@/core/records/fields";
import { deskFields, type QuickDesk } from "@/core/records/quick-desk";
import { entry, entryValue, type FieldSpec } from "@/core/units/entry";
import { type ChosenDimension, systemUnits, type UnitSystem } from "@/core/units/figures";
import { formatQuantity, type UnitId, unitsOf } from "@/core/units/units";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { fieldRow } from "@/ui/fields/field-note";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Measure } from "@/ui/measure";
import { Text } from "@/ui/text";
import { lineEndSentence, restSentence, vesselSentence } from "@/words/desk";
import { commonText } from "@/words/screens/common";
import { deskCardsText } from "@/words/screens/desk";
import type { SideState } from "./side-column";

interface CardProps {
  desk: QuickDesk;
  refrigerant: Refrigerant;
  altitudeM: number;
  set: (part: Partial<QuickDesk>) => void;
}

/** Engine off and soaked: how far from saturation, and what that means and does not. */
export function RestCard({ desk, refrigerant, altitudeM, set }: CardProps) {
  const accuracy = useAccuracy();
  const { rest } = desk;
  const lowKpa = entryValue(fields.low, rest.pressure);
  const soakC = entryValue(fields.soak, rest.soak);
  const answer =
    lowKpa === null || soakC === null
      ? null
      : judgeRest({ refrigerant, altitudeM, soakC, lowKpa, highKpa: null }, accuracy);
  return (
    <Card title={deskCardsText.staticPressure}>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="3">
        <NumberField
          spec={fields.low}
          label={deskCardsText.staticPressure}
          value={rest.pressure}
          onChange={(pressure) => set({ rest: { ...rest, pressure } })}
        />
        <NumberField spec={fields.soak} value={rest.soak} onChange={(soak) => set({ rest: { ...rest, soak } })} />
      </Grid>
      <Answer>
        {answer === null ? deskCardsText.enterBothWithTheEngine : restSentence(answer, rest.pressure.unit)}
      </Answer>
    </Card>
  );
}

/** A liquid line's end: friction, rise and heat against what there is to spare. */
export function LineEndCard({ desk, refrigerant, altitudeM, high, set }: CardProps & { high: SideState }) {
  const accuracy = useAccuracy();
  const { line } = desk;
  const read = (spec: FieldSpec, given: QuickDesk["line"]["drop"]) => entryValue(spec, given) ?? 0;
  const liquidC = entryValue(fields.liquid, desk.high.line);
  const left =
    liquidC === null || high.pressure === null
      ? null
      : leftAtLineEnd(
          {
            refrigerant,
            altitudeM,
            highKpa: high.pressure.value,
            liquidC,
            dropKpa: read(deskFields.drop, line.drop),
            riseM: read(deskFields.rise, line.rise),
            heatK: read(deskFields.heat, line.heat),
          },
          accuracy,
        );
  return (
    <Card title={deskCardsText.flashGasCheck}>
      <Grid
        templateColumns={{ base: "repeat(2, minmax(0, 1fr))", xl: "repeat(3, minmax(0, 1fr))" }}
        gap="3"
        alignItems="end"
        css={fieldRow}
      >
        <NumberField spec={deskFields.drop} value={line.drop} onChange={(drop) => set({ line: { ...line, drop } })} />
        <NumberField spec={deskFields.rise} value={line.rise} onChange={(rise) => set({ line: { ...line, rise } })} />
        <NumberField spec={deskFields.heat} value={line.heat} onChange={(heat) => set({ line: { ...line, heat } })} />
      </Grid>
      <Answer>
        {left === null ? deskCardsText.enterHighSideAndLiquid : lineEndSentence(left, desk.high.pressure.unit)}
      </Answer>
    </Card>
  );
}

/** Vapour content of a hose or cylinder. */
export function VesselCard({ desk, refrigerant, altitudeM, set }: CardProps) {
  const accuracy = useAccuracy();
  const { vessel } = desk;
  const change = (part: Partial<QuickDesk["vessel"]>) => set({ vessel: { ...vessel, ...part } });
  const lengthM = entryValue(fields.hose, vessel.length);
  const boreM = entryValue(deskFields.bore, vessel.bore);
  const volume =
    vessel.kind === "volume"
      ? entryValue(deskFields.litres, vessel.litres)
      : lengthM === null || boreM === null
        ? null
        : hoseVolumeM3(lengthM, boreM);
  const kpa = entryValue(fields.low, vessel.pressure);
  const t = entryValue(deskFields.vesselC, vessel.temperature);
  const content =
    volume === null || kpa === null || t === null
      ? null
      : vapourIn(refrigerant, altitudeM, { gaugeKpa: kpa, temperatureC: t, volumeM3: volume }, accuracy);
  return (
    <Card title={deskCardsText.hoseAndCylinderContent}>
      <Choice
        label={deskCardsText.volumeOf}
        options={[
          { value: "hose", label: deskCardsText.aHose },
          { value: "volume", label: deskCardsText.circuitOrHose },
          { value: "tank", label: deskCardsText.canOrCylinder },
        ]}
        value={vessel.kind}
        onChange={(kind) => change({ kind })}
      />
      <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="3" mt="2">
        {vessel.kind === "tank" ? null : vessel.kind === "hose" ? (
          <>
            <NumberField
              spec={fields.hose}
              label={deskCardsText.length}
              value={vessel.length}
              onChange={(length) => change({ length })}
            />
            <NumberField spec={deskFields.bore} value={vessel.bore} onChange={(bore) => change({ bore })} />
          </>
        ) : (
          <Box gridColumn="1 / 3">
            <NumberField spec={deskFields.litres} value={vessel.litres} onChange={(litres) => change({ litres })} />
          </Box>
        )}
        {vessel.kind !== "tank" && (
          <NumberField
            spec={fields.low}
            label={deskCardsText.gauge}
            value={vessel.pressure}
            onChange={(pressure) => change({ pressure })}
          />
        )}
        <NumberField
          spec={deskFields.vesselC}
          value={vessel.temperature}
          onChange={(temperature) => change({ temperature })}
        />
      </Grid>
      {vessel.kind === "tank" ? (
        <TankAnswer refrigerant={refrigerant} altitudeM={altitudeM} temperatureC={t} />
      ) : content === null ? (
        <Answer>{deskCardsText.enterSizePressureAndTemperature}</Answer>
      ) : (
        <Flex mt="3" gap="5" align="end" css={fieldRow} wrap="wrap">
          <Measure
            label={content.liquid ? deskCardsText.asVapourOnly : commonText.content}
            value={content.grams}
            unit="g"
            decimals={content.grams < 20 ? 1 : 0}
          />
          <Text flex="1 1 200px" kind="soft">
            {vesselSentence(content)}
          </Text>
        </Flex>
      )}
    </Card>
  );
}

/** Pressure of a cylinder with liquid in it; only its weight shows how much is left. */
function TankAnswer({
  refrigerant,
  altitudeM,
  temperatureC,
}: {
  refrigerant: Refrigerant;
  altitudeM: number;
  temperatureC: number | null;
}) {
  const figures = useFigures();
  const accuracy = useAccuracy();
  const gauge = temperatureC === null ? null : gaugeFromSaturation(refrigerant, temperatureC, altitudeM, accuracy);
  if (temperatureC === null || gauge === null) return <Answer>{deskCardsText.enterTheCylinderTemperature}</Answer>;
  return (
    <Flex mt="3" gap="5" align="end" css={fieldRow} wrap="wrap">
      <Measure label={deskCardsText.itsPressure} value={gauge} unit="kPa" />
      <Text flex="1 1 200px" color={temperatureC > WARM_WATER_C ? "danger" : "soft"}>
        {temperatureC > WARM_WATER_C
          ? deskCardsText.tooWarmNoCylinderAbove(figures.quantity(WARM_WATER_C, "degC", 0))
          : deskCardsText.thePressureIsTheSame}
      </Text>
    </Flex>
  );
}

const kinds = [
  {
    value: "pressure",
    label: deskCardsText.pressure,
    spec: { label: deskCardsText.pressure, dimension: "pressure", min: -102, max: 10_000 },
  },
  {
    value: "temperature",
    label: deskCardsText.temperature,
    spec: { label: deskCardsText.temperature, dimension: "temperature", min: -100, max: 300 },
  },
  {
    value: "mass",
    label: deskCardsText.mass,
    spec: { label: deskCardsText.mass, dimension: "mass", min: 0, max: 100_000 },
  },
  {
    value: "vacuum",
    label: deskCardsText.vacuum,
    spec: { label: deskCardsText.vacuum, dimension: "vacuum", min: 0, max: 110 },
  },
] as const;

/** One number in all the units it may be asked for in. */
export function ConvertCard({ system, altitudeM }: { system: UnitSystem; altitudeM: number }) {
  const figures = useFigures();
  const [kind, setKind] = useState<(typeof kinds)[number]["value"]>("pressure");
  const { spec } = kinds.find(({ value }) => value === kind)!;
  const usual = systemUnits[system][spec.dimension satisfies ChosenDimension];
  const [typed, setTyped] = useState<{ text: string; unit: UnitId | null }>({ text: "", unit: null });
  const unit = typed.unit !== null && unitsOf(spec.dimension).includes(typed.unit) ? typed.unit : usual;
  const value = entryValue(spec, entry(typed.text, unit));
  return (
    <Card title={deskCardsText.unitConverter}>
      <Choice
        label={deskCardsText.quantity}
        options={kinds.map(({ value, label }) => ({ value, label }))}
        value={kind}
        onChange={(chosen) => {
          setKind(chosen);
          setTyped({ text: "", unit: null });
        }}
      />
      <Box mt="2" maxW="280px">
        <NumberField spec={spec} value={entry(typed.text, unit)} onChange={setTyped} />
      </Box>
      <Flex gap="5" mt="3" wrap="wrap" minH="30px" data-offers-units>
        {value === null ? (
          <Text kind="soft">{deskCardsText.enterANumberToConvert}</Text>
        ) : (
          unitsOf(spec.dimension)
            .filter((other) => other !== unit)
            .map((other) => (
              <Text key={other} kind="value" whiteSpace="nowrap">
                {formatQuantity(value, other)}
              </Text>
            ))
        )}
        {value !== null && spec.dimension === "pressure" && (
          <Text kind="value" whiteSpace="nowrap">
            {figures.quantity(value + atmosphericPressureKpa(altitudeM), "kPaAbs", 0)}
          </Text>
        )}
      </Flex>
    </Card>
  );
}

function Answer({ children }: { children: string }) {
  return (
    <Text mt="3" fontSize="md" fontWeight="semibold" role="status">
      {children}
    </Text>
  );
}
