"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useCallback, useState } from "react";
import type { Refrigerant } from "@/core/fluids/helmholtz";
import { type PressureRange, shopRangesAt } from "@/core/readings/file/shop-chart";
import { reasonOf } from "@/core/result";
import type { Figures } from "@/core/units/figures";
import { keepShopChart, loadShopChart, removeShopChart, SHOP_CHART_LIMIT_BYTES } from "@/data/shop-charts";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { FileButton, TABLE_FILES } from "@/ui/file-button";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { shopChartSentence } from "@/words/issues";
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

/** What the dashed lines in the towers are, and where the chart is loaded and put away. */
export function ShopChartNote({ refrigerant, shop }: ShopChartNoteProps) {
  const figures = useFigures();
  const [refused, setRefused] = useState<string | null>(null);
  const { chart, ranges, ambientC } = shop;
  const choose = async (file: File) => {
    setRefused(null);
    if (file.size > SHOP_CHART_LIMIT_BYTES) {
      setRefused(
        `${typed(file.name)} has ${Math.ceil(file.size / 1000)} kB; the limit for a chart is ${SHOP_CHART_LIMIT_BYTES / 1000}. The previous chart is kept.`,
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
        <Text fontSize="13px" color="soft" mb="2">
          {ranges && ambientC !== null
            ? `Dashed: ${typed(chart.name)} at ${figures.quantity(ambientC, "degC")}: low ${range(ranges.low, figures)}, high ${range(ranges.high, figures)} ${figures.label("kPa")}. Not used for judging.`
            : `${typed(chart.name)} has no values for ${ambientC === null ? "an unknown ambient" : figures.quantity(ambientC, "degC")}.`}
        </Text>
      )}
      <Flex gap="2" wrap="wrap">
        <FileButton label="Shop chart" accept={TABLE_FILES} onFile={(file) => choose(file).catch(failed)}>
          {chart ? "Change shop chart" : "Add shop chart (CSV)"}
        </FileButton>
        {chart && (
          <BenchButton kind="quiet" onClick={() => removeShopChart(refrigerant).catch(failed)}>
            Remove chart
          </BenchButton>
        )}
      </Flex>
      {refused !== null && (
        <Box mt="2">
          <Notice tone="act" title="Chart not read">
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
