"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useCallback, useState } from "react";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { type PressureRange, shopRangesAt } from "@/core/readings/file/shop-chart";
import { reasonOf } from "@/core/result";
import type { Figures } from "@/core/units/figures";
import { keepShopChart, loadShopChart, removeShopChart, SHOP_CHART_LIMIT_BYTES } from "@/session/records/shop-charts";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { FileButton, TABLE_FILES } from "@/ui/fields/file-button";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { shopChartSentence } from "@/words/issues";
import { commonText } from "@/words/screens/common";
import { shopChartText } from "@/words/screens/steps/running";
import { typed } from "@/words/typed";

/** The workshop's chart for this refrigerant and its ranges at an ambient, degC; null ranges beyond its rows. */
export function useShopChart(refrigerant: Refrigerant | null, ambientC: number | null) {
  const load = useCallback(async () => (refrigerant === null ? null : loadShopChart(refrigerant)), [refrigerant]);
  const stored = useStored(load);
  const chart = stored.state === "ready" ? stored.value : null;
  const ranges = chart === null || ambientC === null ? null : shopRangesAt(chart.points, ambientC);
  return { chart, ranges, ambientC };
}

interface ShopChartNoteProps {
  refrigerant: Refrigerant;
  shop: ReturnType<typeof useShopChart>;
}

/** Legend of the dashed lines in the towers, and loading and removing the chart. */
export function ShopChartNote({ refrigerant, shop }: ShopChartNoteProps) {
  const figures = useFigures();
  const [refused, setRefused] = useState<string | null>(null);
  const { chart, ranges, ambientC } = shop;
  const choose = async (file: File) => {
    setRefused(null);
    if (file.size > SHOP_CHART_LIMIT_BYTES) {
      setRefused(
        commonText.chartTooLarge(typed(file.name), Math.ceil(file.size / 1000), SHOP_CHART_LIMIT_BYTES / 1000),
      );
      return;
    }
    const kept = await keepShopChart(refrigerant, file.name, await file.text());
    if (!kept.ok) setRefused(shopChartSentence(file.name, kept.issue));
  };
  const failed = (error: unknown) => setRefused(reasonOf(error));
  return (
    <Box mt="2">
      {chart && (
        <Text kind="small" mb="2">
          {ranges && ambientC !== null
            ? shopChartText.dashedAtLowHighNot(
                typed(chart.name),
                figures.quantity(ambientC, "degC"),
                range(ranges.low, figures),
                range(ranges.high, figures),
                figures.label("kPa"),
              )
            : shopChartText.hasNoValuesFor(
                typed(chart.name),
                ambientC === null ? shopChartText.anUnknownAmbient : figures.quantity(ambientC, "degC"),
              )}
        </Text>
      )}
      <Flex gap="2" wrap="wrap">
        <FileButton label={shopChartText.shopChart} accept={TABLE_FILES} onFile={(file) => choose(file).catch(failed)}>
          {chart ? shopChartText.changeShopChart : shopChartText.addShopChartCsv}
        </FileButton>
        {chart && (
          <BenchButton kind="quiet" onClick={() => removeShopChart(refrigerant).catch(failed)}>
            {shopChartText.removeChart}
          </BenchButton>
        )}
      </Flex>
      {refused !== null && (
        <Box mt="2">
          <Notice tone="act" title={shopChartText.chartNotRead}>
            {refused}
          </Notice>
        </Box>
      )}
    </Box>
  );
}

function range({ low, high }: PressureRange, figures: Figures): string {
  return `${figures.number(low, "kPa")}–${figures.number(high, "kPa")}`;
}
