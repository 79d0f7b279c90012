"use client";

import { Flex, Table } from "@chakra-ui/react";
import { chargingDay, HOT_C, type School, type SchoolAnswer, type SchoolsAnswer, schools } from "@/core/charge/schools";
import type { PressureRange } from "@/core/readings/file/shop-chart";
import { fields } from "@/core/records/fields";
import { vehicleLabelOf } from "@/core/records/job-readings";
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
import { ruleOfThumb, schoolLabels } from "@/words/job";
import { commonText } from "@/words/screens/common";
import { schoolsCardText } from "@/words/screens/steps/charge";
import { typed } from "@/words/typed";

/** Charge by each method for this vehicle today, and its effect on a hot day. Weight decides. */
export function SchoolsCard() {
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
  const answer = useChargeAnswer<SchoolsAnswer | null>(key, (api) => api.schools(label!, conditions, chart));
  const toggle = (school: School) =>
    keepChoices((now) => ({
      schools: now.schools.includes(school) ? now.schools.filter((one) => one !== school) : [...now.schools, school],
    }));
  return (
    <Card title={schoolsCardText.chargeByOtherMethodsAt(figures.quantity(conditions.ambientC, "degC", 0))}>
      <Flex gap="1.5" wrap="wrap" mb="2">
        {schools.map((school) => (
          <BenchButton
            key={school}
            kind={shown.includes(school) ? "main" : "quiet"}
            aria-pressed={shown.includes(school)}
            fontSize="14px"
            px="3"
            onClick={() => toggle(school)}
          >
            {schoolLabels[school](figures)}
          </BenchButton>
        ))}
      </Flex>
      {answer && shown.length > 0 && (
        <Table.Root size="sm" bg="sheet" css={{ "& td, & th": { bg: "sheet", borderColor: "line" } }}>
          <Table.Header>
            <Table.Row>
              <Table.ColumnHeader color="soft">{schoolsCardText.method}</Table.ColumnHeader>
              <Table.ColumnHeader color="soft" textAlign="end">
                {commonText.charge}
              </Table.ColumnHeader>
              <Table.ColumnHeader color="soft" textAlign="end">
                {schoolsCardText.againstLabel}
              </Table.ColumnHeader>
              <Table.ColumnHeader color="soft">
                {schoolsCardText.atAtTheLights(figures.quantity(HOT_C, "degC", 0))}
              </Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            <Table.Row fontSize="16px">
              <Table.Cell fontWeight="650">{schoolsCardText.byWeight}</Table.Cell>
              <Table.Cell textAlign="end" fontSize="20px" fontWeight="650">
                {figures.quantity(answer.labelG, "g")}
              </Table.Cell>
              <Table.Cell textAlign="end" color="done" fontWeight="600">
                {schoolsCardText.label}
              </Table.Cell>
              <Table.Cell>{hotDaySentence(answer.atLabel, null, figures)}</Table.Cell>
            </Table.Row>
            {answer.answers
              .filter(({ school }) => shown.includes(school))
              .map((one) => (
                <SchoolRow key={one.school} answer={one} all={answer} />
              ))}
          </Table.Body>
        </Table.Root>
      )}
      <Text color="soft" fontSize="14px" mt="2">
        {schoolsCardText.pressureChartForInformationOnly(
          shop.chart && chart ? typed(shop.chart.name) : ruleOfThumb(figures),
        )}
      </Text>
    </Card>
  );
}

function middle({ low, high }: PressureRange): number {
  return (low + high) / 2;
}

function SchoolRow({ answer, all }: { answer: SchoolAnswer; all: SchoolsAnswer }) {
  const figures = useFigures();
  const off = answer.chargeG - all.labelG;
  return (
    <Table.Row fontSize="16px">
      <Table.Cell>{schoolLabels[answer.school](figures)}</Table.Cell>
      <Table.Cell textAlign="end" fontSize="20px" fontWeight="600">
        {answer.stops ? figures.quantity(answer.chargeG, "g") : `over ${figures.quantity(answer.chargeG, "g")}`}
      </Table.Cell>
      <Table.Cell textAlign="end" color={Math.abs(off) > 0.1 * all.labelG ? "act" : "soft"} fontWeight="600">
        {answer.stops ? `${off > 0 ? "+ " : "− "}${figures.quantity(Math.abs(off), "g")}` : schoolsCardText.noEndPoint}
      </Table.Cell>
      <Table.Cell>{hotDaySentence(answer.hotDay, all.atLabel, figures)}</Table.Cell>
    </Table.Row>
  );
}
