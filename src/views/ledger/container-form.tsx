"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { circuitOils } from "@/core/charge/oil";
import { refrigerants } from "@/core/fluids/refrigerants";
import { fields } from "@/core/records/fields";
import { type Container, containerKinds, newContainer, origins } from "@/core/records/stock/container";
import {
  type ContainerGap,
  containerForm,
  containerFormSchema,
  containerOfForm,
  type ContainerForm as FormValues,
  holdsRefrigerant,
} from "@/core/records/stock/container-form";
import { placeOf, stockEntry } from "@/core/records/stock/entry";
import { reasonOf } from "@/core/result";
import { entryValue } from "@/core/units/entry";
import { putContainer, StockRefusal } from "@/session/records/stock";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { FormChoice, FormNumber, FormText, useCheckedForm } from "@/ui/fields/form";
import { Select } from "@/ui/fields/select";
import { useFigures } from "@/ui/figures";
import { useSubmitOnce } from "@/ui/run-once";
import { Text } from "@/ui/text";
import { refrigerantLabels } from "@/words/job";
import { kindNames, originNames, stockIssueSentence, stockWords } from "@/words/ledger";
import { commonText } from "@/words/screens/common";
import { containerFormText } from "@/words/screens/ledger";

const kindOptions = containerKinds.map((value) => ({ value, label: kindNames[value] }));
const originOptions = origins.map((value) => ({ value, label: originNames[value] }));
const gases = refrigerants.map((value) => ({ value, label: refrigerantLabels[value] }));

/** Adds a cylinder to stock, or edits one. */
export function ContainerForm({ container, onClose }: { container?: Container; onClose: () => void }) {
  const figures = useFigures();
  const form = useCheckedForm(containerFormSchema, containerForm(container, figures.unit("g")));
  const { control, gap } = form;
  const { kind } = form.values;
  const gas = holdsRefrigerant(kind);
  const [failure, setFailure] = useState<string | null>(null);
  const store = async (values: FormValues) => {
    const now = new Date().toISOString();
    const what = containerOfForm(values);
    const id = container?.id ?? crypto.randomUUID();
    const grams = entryValue(fields.moved, values.content);
    const first =
      container === undefined && grams !== null
        ? stockEntry(crypto.randomUUID(), now, { act: "receive", grams, from: "supplier", to: placeOf(id) })
        : null;
    await putContainer(container === undefined ? newContainer(id, now, what) : { ...container, ...what }, first);
    onClose();
  };
  const submit = useSubmitOnce(
    form.handleSubmit((values) =>
      store(values).catch((error: unknown) =>
        setFailure(
          error instanceof StockRefusal
            ? stockIssueSentence(error.issue, figures)
            : containerFormText.notSaved(reasonOf(error)),
        ),
      ),
    ),
  );
  const body = (
    <Stack as="form" gap="3" onSubmit={submit}>
      {container === undefined && (
        <FormChoice control={control} name="kind" label={containerFormText.type} options={kindOptions} />
      )}
      <Grid templateColumns={{ base: "1fr", md: container === undefined ? "1fr 1fr" : "1fr" }} gap="3">
        <FormText control={control} name="name" label={commonText.name} placeholder={containerFormText.asWrittenOnIt} />
        {gas ? (
          <FormChoice control={control} name="refrigerant" label={commonText.refrigerant} options={gases} />
        ) : kind === "oil" ? (
          <Box>
            <Text kind="field">{containerFormText.oilType}</Text>
            <Select
              label={containerFormText.oilType}
              mt="1"
              empty={containerFormText.select}
              options={circuitOils.map((one) => [one, one])}
              field={form.register("oil", { setValueAs: (text: string | null) => text || null })}
            />
          </Box>
        ) : (
          <Box />
        )}
        {gas && kind !== "machine" && (
          <FormChoice control={control} name="origin" label={containerFormText.origin} options={originOptions} />
        )}
        {container === undefined && (
          <FormNumber control={control} name="content" spec={fields.moved} label={commonText.content} />
        )}
        <FormNumber control={control} name="tare" spec={fields.tare} hint={containerFormText.allowsStockCountsOnThe} />
        {gas && <FormNumber control={control} name="capacity" spec={fields.capacity} hint={stockWords.capacityHint} />}
        <FormNumber control={control} name="low" spec={fields.lowStock} hint={containerFormText.warnBelowThisWeight} />
      </Grid>
      <Flex gap="2" align="center" wrap="wrap">
        <BenchButton type="submit" kind="act" disabled={gap !== null}>
          {container === undefined ? containerFormText.addToStock : commonText.save}
        </BenchButton>
        <BenchButton kind="quiet" onClick={onClose}>
          {commonText.cancel}
        </BenchButton>
        <Text color={failure === null ? "soft" : "danger"} role="status">
          {failure ?? (gap === null ? null : containerFormText.gaps[gap as ContainerGap])}
        </Text>
      </Flex>
    </Stack>
  );
  return container === undefined ? <Card title={containerFormText.newCylinder}>{body}</Card> : <Box mt="2">{body}</Box>;
}
