"use client";

import { Flex, Table } from "@chakra-ui/react";
import {
  type ChargingMethod,
  chargingDay,
  chargingMethods,
  HOT_C,
  type MethodAnswer,
  type MethodsAnswer,
} from "@/core/charge/charging-methods";
import type { PressureRange } from "@/core/readings/file/shop-chart";
import { vehicleLabelOf } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import { entryValue } from "@/core/units/entry";
import { useChargeAnswer } from "@/session/charge-answers";
import { keepChoices, useChoices } from "@/session/choices";
import { useAmbientC, useJob, useLiveOf } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { useShopChart } from "@/views/job/steps/running/shop-chart";
import { hotDaySentence } from "@/words/charge";
import { methodLabels, ruleOfThumb } from "@/words/job";
import { commonText } from "@/words/screens/common";
import { methodsCardText } from "@/words/screens/steps/charge";
import { typed } from "@/words/typed";

/** Charge by each method for this vehicle today, and its effect on a hot day. Weight decides. */
export function ChargingMethodsCard() {
  const figures = useFigures();
  const { job } = useJob();
  const streams = useLiveOf((live) => live?.humidityPct ?? null);
  const { schools: shown } = useChoices();
  const label = vehicleLabelOf(job);
  const conditions = chargingDay({
    ambientC: useAmbientC(),
    humidityPct: streams ?? entryValue(fields.humidity, job.baseline.humidity),
    altitudeM: entryValue(fields.altitude, job.altitude),
    airSource: job.baseline.airSource,
    cabinReturnC: entryValue(fields.cabinReturn, job.baseline.cabinReturn),
    blowerPct: entryValue(fields.blower, job.baseline.blower),
  });
  const shop = useShopChart(label?.refrigerant ?? null, conditions.ambientC);
  const chart = shop.ranges === null ? null : { lowKpa: middle(shop.ranges.low), highKpa: middle(shop.ranges.high) };
  const key = label === null || shown.length === 0 ? null : JSON.stringify([label, conditions, chart]);
  const answer = useChargeAnswer<MethodsAnswer | null>(key, (api) => api.schools(label!, conditions, chart));
  const toggle = (school: ChargingMethod) =>
    keepChoices((now) => ({
      schools: now.schools.includes(school) ? now.schools.filter((one) => one !== school) : [...now.schools, school],
    }));
  return (
    <Card title={methodsCardText.chargeByOtherMethodsAt(figures.quantity(conditions.ambientC, "degC", 0))}>
      <Flex gap="1.5" wrap="wrap" mb="2">
        {chargingMethods.map((school) => (
          <BenchButton key={school} aria-pressed={shown.includes(school)} px="3" onClick={() => toggle(school)}>
            {methodLabels[school](figures)}
          </BenchButton>
        ))}
      </Flex>
      {answer && shown.length > 0 && (
        <Table.Root size="sm" bg="sheet" css={{ "& td, & th": { bg: "sheet", borderColor: "line" } }}>
          <Table.Header>
            <Table.Row>
              <Table.ColumnHeader color="soft">{methodsCardText.method}</Table.ColumnHeader>
              <Table.ColumnHeader color="soft" textAlign="end">
                {commonText.charge}
              </Table.ColumnHeader>
              <Table.ColumnHeader color="soft" textAlign="end">
                {methodsCardText.againstLabel}
              </Table.ColumnHeader>
              <Table.ColumnHeader color="soft">
                {methodsCardText.atAtTheLights(figures.quantity(HOT_C, "degC", 0))}
              </Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            <Table.Row fontSize="md">
              <Table.Cell fontWeight="semibold">{methodsCardText.byWeight}</Table.Cell>
              <Table.Cell textAlign="end" fontSize="xl" fontWeight="semibold">
                {figures.quantity(answer.labelG, "g")}
              </Table.Cell>
              <Table.Cell textAlign="end" color="done" fontWeight="semibold">
                {methodsCardText.label}
              </Table.Cell>
              <Table.Cell>{hotDaySentence(answer.atLabel, null, figures)}</Table.Cell>
            </Table.Row>
            {answer.answers
              .filter(({ school }) => shown.includes(school))
              .map((one) => (
                <MethodRow key={one.school} answer={one} all={answer} />
              ))}
          </Table.Body>
        </Table.Root>
      )}
      <Text kind="note" mt="2">
        {methodsCardText.pressureChartForInformationOnly(
          shop.chart && chart ? typed(shop.chart.name) : ruleOfThumb(figures),
        )}
      </Text>
    </Card>
  );
}

function middle({ low, high }: PressureRange): number {
  return (low + high) / 2;
}

function MethodRow({ answer, all }: { answer: MethodAnswer; all: MethodsAnswer }) {
  const figures = useFigures();
  const off = answer.chargeG - all.labelG;
  return (
    <Table.Row fontSize="md">
      <Table.Cell>{methodLabels[answer.school](figures)}</Table.Cell>
      <Table.Cell textAlign="end" fontSize="xl" fontWeight="semibold">
        {answer.stops ? figures.quantity(answer.chargeG, "g") : `over ${figures.quantity(answer.chargeG, "g")}`}
      </Table.Cell>
      <Table.Cell textAlign="end" color={Math.abs(off) > 0.1 * all.labelG ? "danger" : "soft"} fontWeight="semibold">
        {answer.stops ? `${off > 0 ? "+ " : "− "}${figures.quantity(Math.abs(off), "g")}` : methodsCardText.noEndPoint}
      </Table.Cell>
      <Table.Cell>{hotDaySentence(answer.hotDay, all.atLabel, figures)}</Table.Cell>
    </Table.Row>
  );
}
