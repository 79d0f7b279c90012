"use client";

import { Box, Flex, Grid, Input } from "@chakra-ui/react";
import { useCallback, useState } from "react";
import { type UseFormRegister, useFieldArray, useForm } from "react-hook-form";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { refrigerants } from "@/core/fluids/refrigerants";
import { reasonOf } from "@/core/result";
import type { Figures } from "@/core/units/figures";
import { fromBase } from "@/core/units/units";
import { saveTextFile } from "@/services/save-file";
import {
  keepShopChart,
  loadShopChart,
  removeShopChart,
  SHOP_CHART_LIMIT_BYTES,
  type ShopChart,
  shopChartText,
} from "@/session/records/shop-charts";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { FileButton, TABLE_FILES } from "@/ui/fields/file-button";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { shopChartSentence } from "@/words/issues";
import { commonText } from "@/words/screens/common";
import { chartCardText } from "@/words/screens/settings";
import { typed } from "@/words/typed";

/** The shop's own pressure chart of each refrigerant, as a table and as a file. Shown beside what is computed, never judged by. */
export function ChartCard() {
  const [refrigerant, setRefrigerant] = useState<Refrigerant>("R134a");
  const query = useCallback(() => loadShopChart(refrigerant), [refrigerant]);
  const stored = useStored(query);
  const figures = useFigures();
  return (
    <Card title={chartCardText.pressureChart}>
      <Choice
        label={commonText.refrigerant}
        options={refrigerants.map((value) => ({ value, label: value }))}
        value={refrigerant}
        onChange={setRefrigerant}
      />
      {stored.state === "ready" && (
        <ChartTable
          key={`${refrigerant} ${figures.unit("kPa")} ${figures.unit("degC")} ${JSON.stringify(stored.value)}`}
          refrigerant={refrigerant}
          chart={stored.value}
        />
      )}
    </Card>
  );
}

const columns = [
  "ambient",
  chartCardText.lowFrom,
  chartCardText.lowTo,
  chartCardText.highFrom,
  chartCardText.highTo,
] as const;

const MOST_ROWS = 40;

interface ChartForm {
  rows: { cells: string[] }[];
}

/** A chart's points as the cells of its table, in what the shop reads. */
function cellsOf(chart: ShopChart | null, figures: Figures): string[][] {
  const text = (base: number, of: "kPa" | "degC") =>
    String(Number(fromBase(base, figures.unit(of)).toFixed(figures.unit(of) === "bar" ? 2 : 1)));
  return (chart?.points ?? []).map(({ ambientC, low, high }) => [
    text(ambientC, "degC"),
    text(low.low, "kPa"),
    text(low.high, "kPa"),
    text(high.low, "kPa"),
    text(high.high, "kPa"),
  ]);
}

function ChartTable({ refrigerant, chart }: { refrigerant: Refrigerant; chart: ShopChart | null }) {
  const figures = useFigures();
  const { control, register, formState, getValues } = useForm<ChartForm>({
    defaultValues: { rows: cellsOf(chart, figures).map((cells) => ({ cells })) },
  });
  const { fields, append, remove } = useFieldArray({ control, name: "rows" });
  const typedRows = () => getValues("rows").map(({ cells }) => cells);
  const [said, setSaid] = useState<string | null>(null);
  const failed = (error: unknown) => setSaid(chartCardText.thePreviousChartIsKept(reasonOf(error)));
  const header = [
    chartCardText.ambient(figures.label("degC")),
    ...[commonText.lowSide, commonText.lowSide, commonText.highSide, commonText.highSide].map(
      (side) => `${side} ${figures.label("kPa")}`,
    ),
  ];
  const keep = async (name: string, text: string) => {
    const kept = await keepShopChart(refrigerant, name, text);
    setSaid(kept.ok ? null : shopChartSentence(name, kept.issue));
  };
  const read = async (file: File) => {
    if (file.size > SHOP_CHART_LIMIT_BYTES)
      return setSaid(
        commonText.chartTooLarge(typed(file.name), Math.ceil(file.size / 1000), SHOP_CHART_LIMIT_BYTES / 1000),
      );
    return keep(file.name, await file.text());
  };
  const name = chart?.name ?? chartCardText.chart(refrigerant);
  return (
    <Box mt="3">
      {fields.length === 0 ? (
        <Text kind="soft">{chartCardText.noChartYetAddRows}</Text>
      ) : (
        <ChartRows rows={fields} register={register} onRemove={remove} />
      )}
      {said !== null && (
        <Box mt="2">
          <Notice tone="act" title={chartCardText.chartNotSaved}>
            {said}
          </Notice>
        </Box>
      )}
      <Flex gap="2" mt="3" wrap="wrap">
        <BenchButton
          kind="quiet"
          disabled={fields.length >= MOST_ROWS}
          onClick={() => append({ cells: columns.map(() => "") })}
        >
          {chartCardText.addRow}
        </BenchButton>
        <BenchButton
          disabled={!formState.isDirty || fields.length === 0}
          onClick={() =>
            void shopChartText([header, ...typedRows()])
              .then((text) => keep(name, text))
              .catch(failed)
          }
        >
          {chartCardText.saveChart}
        </BenchButton>
        <FileButton label={chartCardText.chartFile} accept={TABLE_FILES} onFile={(file) => read(file).catch(failed)}>
          {chartCardText.importCsv}
        </FileButton>
        <BenchButton
          kind="quiet"
          disabled={chart === null}
          onClick={() =>
            void shopChartText([header, ...cellsOf(chart, figures)])
              .then((text) => saveTextFile(`evrid-chart-${refrigerant}.csv`, text, "text/csv"))
              .catch(failed)
          }
        >
          {chartCardText.exportCsv}
        </BenchButton>
        <BenchButton kind="quiet" disabled={chart === null} onClick={() => removeShopChart(refrigerant).catch(failed)}>
          {chartCardText.removeChart}
        </BenchButton>
      </Flex>
    </Box>
  );
}

interface ChartRowsProps {
  rows: readonly { id: string }[];
  register: UseFormRegister<ChartForm>;
  onRemove: (index: number) => void;
}

/** The points of the chart, each with its range on both sides. */
function ChartRows({ rows, register, onRemove }: ChartRowsProps) {
  const figures = useFigures();
  return (
    <Grid
      templateColumns={{ base: "repeat(5, minmax(0, 1fr))", sm: "repeat(5, minmax(0, 1fr)) 92px" }}
      gap="1.5"
      maxW="860px"
      alignItems="center"
    >
      {[
        `${figures.label("degC")}, ambient`,
        chartCardText.lowFrom2(figures.label("kPa")),
        chartCardText.lowTo,
        chartCardText.highFrom,
        chartCardText.highTo,
        "",
      ].map((text) => (
        <Text key={text} kind="small">
          {text}
        </Text>
      ))}
      {rows.map((row, i) => [
        ...columns.map((column, j) => (
          <Input
            key={`${row.id} ${column}`}
            aria-label={chartCardText.cell(i + 1, column)}
            inputMode="decimal"
            h="target"
            bg="field"
            borderColor="edge"
            fontSize="md"
            maxLength={12}
            {...register(`rows.${i}.cells.${j}`)}
          />
        )),
        <BenchButton
          key={`${row.id} remove`}
          kind="quiet"
          aria-label={chartCardText.removeRow(i + 1)}
          onClick={() => onRemove(i)}
        >
          {chartCardText.remove}
        </BenchButton>,
      ])}
    </Grid>
  );
}
