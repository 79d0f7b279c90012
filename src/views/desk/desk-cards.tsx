"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { useState } from "react";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import { WARM_WATER_C } from "@/core/charge/plan/charge-plan";
import type { Refrigerant } from "@/core/fluids/helmholtz";
import { hoseVolumeM3 } from "@/core/readings/derive/hose-content";
import { gaugeFromSaturation, leftAtLineEnd, vapourIn } from "@/core/readings/derive/quick";
import { judgeRest } from "@/core/readings/derive/rest";
import { fields } from "@/core/records/fields";
import { deskFields, type QuickDesk } from "@/core/records/quick-desk";
import { entry, entryValue, type FieldSpec } from "@/core/units/entry";
import { type ChosenDimension, systemUnits, type UnitSystem } from "@/core/units/figures";
import { formatQuantity, type UnitId, unitsOf } from "@/core/units/units";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Measure } from "@/ui/measure";
import { NumberField } from "@/ui/number-field";
import { Text } from "@/ui/text";
import { lineEndSentence, restSentence, vesselSentence } from "@/words/desk";
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
    <Card title="Static pressure">
      <Grid templateColumns="repeat(2, minmax(0, 1fr))" gap="3">
        <NumberField
          spec={fields.low}
          label="Static pressure"
          value={rest.pressure}
          onChange={(pressure) => set({ rest: { ...rest, pressure } })}
        />
        <NumberField spec={fields.soak} value={rest.soak} onChange={(soak) => set({ rest: { ...rest, soak } })} />
      </Grid>
      <Answer>
        {answer === null
          ? "Enter both, with the engine off and temperatures equalised."
          : restSentence(answer, rest.pressure.unit)}
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
    <Card title="Flash-gas check">
      <Grid
        templateColumns={{ base: "repeat(2, minmax(0, 1fr))", xl: "repeat(3, minmax(0, 1fr))" }}
        gap="3"
        alignItems="end"
      >
        <NumberField spec={deskFields.drop} value={line.drop} onChange={(drop) => set({ line: { ...line, drop } })} />
        <NumberField spec={deskFields.rise} value={line.rise} onChange={(rise) => set({ line: { ...line, rise } })} />
        <NumberField spec={deskFields.heat} value={line.heat} onChange={(heat) => set({ line: { ...line, heat } })} />
      </Grid>
      <Answer>
        {left === null ? "Enter high side and liquid line above." : lineEndSentence(left, desk.high.pressure.unit)}
      </Answer>
    </Card>
  );
}

/** What a hose or a vessel holds as vapour. */
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
    volume === null || kpa === null || t === null ? null : vapourIn(refrigerant, altitudeM, kpa, t, volume, accuracy);
  return (
    <Card title="Hose and cylinder content">
      <Choice
        label="Volume of"
        options={[
          { value: "hose", label: "A hose" },
          { value: "volume", label: "Circuit or hose" },
          { value: "tank", label: "Can or cylinder" },
        ]}
        value={vessel.kind}
        onChange={(kind) => change({ kind })}
      />
      <Grid templateColumns="repeat(2, minmax(0, 1fr))" gap="3" mt="2">
        {vessel.kind === "tank" ? null : vessel.kind === "hose" ? (
          <>
            <NumberField
              spec={fields.hose}
              label="Length"
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
            label="Gauge"
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
        <Answer>Enter size, pressure and temperature.</Answer>
      ) : (
        <Flex mt="3" gap="5" align="end" wrap="wrap">
          <Measure
            label={content.liquid ? "As vapour only" : "Content"}
            value={content.grams}
            unit="g"
            decimals={content.grams < 20 ? 1 : 0}
          />
          <Text flex="1 1 200px" color="soft">
            {vesselSentence(content)}
          </Text>
        </Flex>
      )}
    </Card>
  );
}

/** What a container with liquid in it stands at; its weight alone says how much is left. */
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
  if (temperatureC === null || gauge === null) return <Answer>Enter the cylinder temperature.</Answer>;
  return (
    <Flex mt="3" gap="5" align="end" wrap="wrap">
      <Measure label="Its pressure" value={gauge} unit="kPa" />
      <Text flex="1 1 200px" color={temperatureC > WARM_WATER_C ? "act" : "soft"}>
        {temperatureC > WARM_WATER_C
          ? `Too warm: no cylinder above ${figures.quantity(WARM_WATER_C, "degC", 0)}. No flames, no sun behind glass.`
          : "The pressure is the same with any liquid left: weigh it. If it is higher, it contains air or another gas."}
      </Text>
    </Flex>
  );
}

const kinds = [
  { value: "pressure", label: "Pressure", spec: { label: "Pressure", dimension: "pressure", min: -102, max: 10_000 } },
  {
    value: "temperature",
    label: "Temperature",
    spec: { label: "Temperature", dimension: "temperature", min: -100, max: 300 },
  },
  { value: "mass", label: "Mass", spec: { label: "Mass", dimension: "mass", min: 0, max: 100_000 } },
  { value: "vacuum", label: "Vacuum", spec: { label: "Vacuum", dimension: "vacuum", min: 0, max: 110 } },
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
    <Card title="Unit converter">
      <Choice
        label="Quantity"
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
          <Text color="soft">Enter a number to convert it.</Text>
        ) : (
          unitsOf(spec.dimension)
            .filter((other) => other !== unit)
            .map((other) => (
              <Text key={other} fontSize="20px" fontWeight="650" whiteSpace="nowrap">
                {formatQuantity(value, other)}
              </Text>
            ))
        )}
        {value !== null && spec.dimension === "pressure" && (
          <Text fontSize="20px" fontWeight="650" whiteSpace="nowrap">
            {figures.quantity(value + atmosphericPressureKpa(altitudeM), "kPaAbs", 0)}
          </Text>
        )}
      </Flex>
    </Card>
  );
}

function Answer({ children }: { children: string }) {
  return (
    <Text mt="3" fontSize="17px" fontWeight="600" role="status">
      {children}
    </Text>
  );
}
