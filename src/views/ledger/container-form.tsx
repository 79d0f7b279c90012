"use client";

import { Box, Flex, Grid, NativeSelect, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { circuitOils } from "@/core/charge/oil";
import { refrigerants } from "@/core/fluids/refrigerants";
import { fields } from "@/core/records/fields";
import {
  type Container,
  type ContainerKind,
  containerKinds,
  newContainer,
  type Origin,
  origins,
} from "@/core/records/stock/container";
import { placeOf, stockEntry } from "@/core/records/stock/entry";
import { reasonOf } from "@/core/result";
import { type Entry, entry, entryValue, type FieldSpec } from "@/core/units/entry";
import { putContainer, StockRefusal } from "@/session/records/stock";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { useFigures } from "@/ui/figures";
import { NumberField } from "@/ui/number-field";
import { Text } from "@/ui/text";
import { TextField } from "@/ui/text-field";
import { refrigerantLabels } from "@/words/job";
import { kindNames, originNames, stockIssueSentence, stockWords } from "@/words/ledger";
import { commonText } from "@/words/screens/common";
import { containerFormText } from "@/words/screens/ledger";

const kindOptions = containerKinds.map((value) => ({ value, label: kindNames[value] }));
const originOptions = origins.map((value) => ({ value, label: originNames[value] }));
const gases = refrigerants.map((value) => ({ value, label: refrigerantLabels[value] }));

/** A container that comes onto the shelf, or what one is put right. */
export function ContainerForm({ container, onClose }: { container?: Container; onClose: () => void }) {
  const figures = useFigures();
  const blank = () => entry("", figures.unit("g"));
  const [kind, setKind] = useState<ContainerKind>(container?.kind ?? "cylinder");
  const [name, setName] = useState(container?.name ?? "");
  const [refrigerant, setRefrigerant] = useState<Container["refrigerant"]>(container?.refrigerant ?? null);
  const [oil, setOil] = useState<Container["oil"]>(container?.oil ?? null);
  const [origin, setOrigin] = useState<Origin>(container?.origin ?? "new");
  const [tare, setTare] = useState<Entry>(container?.tare ?? blank);
  const [capacity, setCapacity] = useState<Entry>(container?.capacity ?? blank);
  const [low, setLow] = useState<Entry>(container?.low ?? blank);
  const [content, setContent] = useState<Entry>(blank);
  const [failure, setFailure] = useState<string | null>(null);
  const gas = kind === "cylinder" || kind === "can" || kind === "machine";
  const weights: readonly (readonly [FieldSpec, Entry])[] = [
    [fields.tare, tare],
    [fields.lowStock, low],
    [fields.capacity, capacity],
    [fields.moved, content],
  ];
  const typedWrong = weights.some(([spec, given]) => given.text.trim() !== "" && entryValue(spec, given) === null);
  const gap =
    name.trim() === ""
      ? containerFormText.enterAName
      : gas && refrigerant === null
        ? containerFormText.selectTheRefrigerant
        : kind === "oil" && oil === null
          ? containerFormText.selectTheOilType
          : typedWrong
            ? containerFormText.oneWeightIsUnreadable
            : null;
  const save = async () => {
    const now = new Date().toISOString();
    const what = {
      name: name.trim().slice(0, 200),
      kind,
      refrigerant: gas ? refrigerant : null,
      oil: kind === "oil" ? oil : null,
      origin: kind === "machine" ? ("recovered" as const) : origin,
      tare,
      capacity,
      low,
    };
    const id = container?.id ?? crypto.randomUUID();
    const grams = entryValue(fields.moved, content);
    const first =
      container === undefined && grams !== null
        ? stockEntry(crypto.randomUUID(), now, { act: "receive", grams, from: "supplier", to: placeOf(id) })
        : null;
    await putContainer(container === undefined ? newContainer(id, now, what) : { ...container, ...what }, first);
    onClose();
  };
  const body = (
    <Stack gap="3">
      {container === undefined && (
        <Choice label={containerFormText.type} options={kindOptions} value={kind} onChange={setKind} />
      )}
      <Grid templateColumns={{ base: "1fr", md: container === undefined ? "1fr 1fr" : "1fr" }} gap="3">
        <TextField
          label={commonText.name}
          value={name}
          placeholder={containerFormText.asWrittenOnIt}
          onChange={setName}
        />
        {gas ? (
          <Choice label={commonText.refrigerant} options={gases} value={refrigerant} onChange={setRefrigerant} />
        ) : kind === "oil" ? (
          <Box>
            <Text kind="field">{containerFormText.oilType}</Text>
            <NativeSelect.Root mt="1">
              <NativeSelect.Field
                aria-label={containerFormText.oilType}
                h="target"
                bg="field"
                borderColor="edge"
                fontSize="16px"
                value={oil ?? ""}
                onChange={(event) => setOil((event.target.value || null) as Container["oil"])}
              >
                <option value="">{containerFormText.select}</option>
                {circuitOils.map((one) => (
                  <option key={one}>{one}</option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
          </Box>
        ) : (
          <Box />
        )}
        {gas && kind !== "machine" && (
          <Choice label={containerFormText.origin} options={originOptions} value={origin} onChange={setOrigin} />
        )}
        {container === undefined && (
          <NumberField spec={fields.moved} label={commonText.content} value={content} onChange={setContent} />
        )}
        <NumberField
          spec={fields.tare}
          value={tare}
          hint={containerFormText.allowsStockCountsOnThe}
          onChange={setTare}
        />
        {gas && (
          <NumberField spec={fields.capacity} value={capacity} hint={stockWords.capacityHint} onChange={setCapacity} />
        )}
        <NumberField
          spec={fields.lowStock}
          value={low}
          hint={containerFormText.warnBelowThisWeight}
          onChange={setLow}
        />
      </Grid>
      <Flex gap="2" align="center" wrap="wrap">
        <BenchButton
          kind="act"
          disabled={gap !== null}
          onClick={() =>
            save().catch((error: unknown) =>
              setFailure(
                error instanceof StockRefusal
                  ? stockIssueSentence(error.issue, figures)
                  : containerFormText.notSaved(reasonOf(error)),
              ),
            )
          }
        >
          {container === undefined ? containerFormText.addToStock : "Save"}
        </BenchButton>
        <BenchButton kind="quiet" onClick={onClose}>
          {commonText.cancel}
        </BenchButton>
        <Text color={failure === null ? "soft" : "act"} role="status">
          {failure ?? gap}
        </Text>
      </Flex>
    </Stack>
  );
  return container === undefined ? <Card title={containerFormText.newCylinder}>{body}</Card> : <Box mt="2">{body}</Box>;
}
