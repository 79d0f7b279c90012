"use client";

import { Flex, Stack } from "@chakra-ui/react";
import { type ReactNode, useRef, useState } from "react";
import { techniciansOf } from "@/core/records/choices";
import { fields } from "@/core/records/fields";
import type { Container } from "@/core/records/stock/container";
import { kindOf } from "@/core/records/stock/lines";
import {
  amountsOf,
  entryOfForm,
  type StockForm as FormValues,
  type StockGap,
  stockFormActs,
  stockFormSchema,
} from "@/core/records/stock/stock-form";
import { reasonOf } from "@/core/result";
import { entry, entryValue } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import { useChoices } from "@/session/choices";
import { putContainer, recordStock, type ShopLedger, StockRefusal } from "@/session/records/stock";
import { BenchButton } from "@/ui/buttons";
import { Choice } from "@/ui/fields/choice";
import { FormNumber, FormText, useCheckedForm } from "@/ui/fields/form";
import { Select } from "@/ui/fields/select";
import { useFigures } from "@/ui/figures";
import { useSubmitOnce } from "@/ui/run-once";
import { Text } from "@/ui/text";
import { stockIssueSentence, stockWords } from "@/words/ledger";
import { commonText } from "@/words/screens/common";
import { stockFormText } from "@/words/screens/ledger";

interface StockFormProps {
  container: Container;
  heldG: number;
  books: ShopLedger;
  onEdit: () => void;
}

const acts = stockFormActs.map((value) => ({ value, label: stockFormText.acts[value] }));

/** Ledger entries of a cylinder outside of jobs: each writes one entry, none is ever changed. */
export function StockForm({ container, heldG, books, onEdit }: StockFormProps) {
  const figures = useFigures();
  const choices = useChoices();
  const before = { tareG: entryValue(fields.tare, container.tare), heldG };
  const { tareG } = before;
  const form = useCheckedForm<FormValues>(stockFormSchema(before), {
    act: null,
    amount: entry("", figures.unit("g")),
    technician: techniciansOf(choices)[0] ?? "",
    remark: "",
    target: "",
  });
  const { act } = form.values;
  const [mixing, setMixing] = useState(false);
  const [said, setSaid] = useState<{ tone: "act" | "done"; text: string } | null>(null);
  const others = books.containers.filter(
    (one) =>
      one.id !== container.id && one.retiredAt === null && one.kind !== "dye" && kindOf(one) === kindOf(container),
  );
  const { netG } = amountsOf(form.values, before);
  const gap = form.gap === null ? null : gapsOf(before, figures)[form.gap as StockGap];
  /** One entry for each action that is chosen: a press before the page has drawn the result records nothing again. */
  const entryId = useRef<string | null>(null);
  const book = async (values: FormValues) => {
    const id = entryId.current;
    if (id === null || values.act === null) return;
    const made = entryOfForm(values, before, { id, at: new Date().toISOString(), container });
    if (made !== null) await recordStock(made, { mixing });
    entryId.current = null;
    setMixing(false);
    form.reset({ ...values, act: null, amount: entry("", figures.unit("g")), remark: "" });
    setSaid({ tone: "done", text: made === null ? stockFormText.ledgerAndScaleAgreeNothing : stockFormText.booked });
  };
  const failed = (error: unknown) => {
    const issue = error instanceof StockRefusal ? error.issue : null;
    setMixing(issue?.code === "mixes");
    const text = issue === null ? stockFormText.notRecorded(reasonOf(error)) : stockIssueSentence(issue, figures);
    setSaid({ tone: "act", text });
  };
  const submit = useSubmitOnce(form.handleSubmit((values) => book(values).catch(failed)));
  return (
    <Stack as="form" gap="2.5" mt="1.5" onSubmit={submit}>
      <Choice
        label={stockFormText.entryType}
        options={acts}
        value={act}
        onChange={(next) => {
          form.setValue("act", next);
          entryId.current = crypto.randomUUID();
          setMixing(false);
          setSaid(null);
        }}
      />
      {act !== null && (
        <EntryFields form={form} act={act} tareG={tareG} others={others} onTarget={() => setMixing(false)}>
          <BenchButton type="submit" kind="act" disabled={gap !== null}>
            {mixing ? stockWords.mix : stockFormText.recordEntry}
          </BenchButton>
          <Text kind="aside" flex="1">
            {gap ??
              (act === "count" && netG !== null
                ? stockFormText.theLedger(signed(netG - heldG, figures.quantity(Math.abs(netG - heldG), "g")))
                : "")}
          </Text>
        </EntryFields>
      )}
      {said !== null && (
        <Text role={said.tone === "act" ? "alert" : "status"} color={said.tone}>
          {said.text}
        </Text>
      )}
      <ContainerActs container={container} onEdit={onEdit} onFailed={failed} />
    </Stack>
  );
}

const gapsOf = (
  { tareG, heldG }: { tareG: number | null; heldG: number },
  figures: Figures,
): Record<StockGap, string> => ({
  weight: stockFormText.enterTheWeight,
  "under-tare": stockFormText.lessThanItsTareOf(figures.quantity(tareG, "g")),
  target: stockFormText.selectTheTargetCylinder,
  "more-than-held": stockFormText.byTheLedgerItHolds(figures.quantity(Math.max(0, heldG), "g")),
});

interface ContainerActsProps extends Pick<StockFormProps, "container" | "onEdit"> {
  onFailed: (error: unknown) => void;
}

/** What is done with the cylinder itself, apart from its content. */
function ContainerActs({ container, onEdit, onFailed }: ContainerActsProps) {
  const onShelf = container.retiredAt === null;
  const retire = () =>
    void putContainer({ ...container, retiredAt: onShelf ? new Date().toISOString() : null }).catch(onFailed);
  return (
    <Flex gap="2" wrap="wrap">
      <BenchButton kind="quiet" onClick={onEdit}>
        {stockFormText.editCylinder}
      </BenchButton>
      <BenchButton kind="quiet" onClick={retire}>
        {onShelf ? stockFormText.retire : stockFormText.returnToStock}
      </BenchButton>
    </Flex>
  );
}

interface EntryFieldsProps {
  form: ReturnType<typeof useCheckedForm<FormValues>>;
  act: NonNullable<FormValues["act"]>;
  tareG: number | null;
  /** Cylinders that its content may be moved to. */
  others: readonly Container[];
  onTarget: () => void;
  /** The action that records it. */
  children: ReactNode;
}

/** Amount, target, name and remark of one entry. */
function EntryFields({ form, act, tareG, others, onTarget, children }: EntryFieldsProps) {
  return (
    <>
      <FormNumber
        control={form.control}
        name="amount"
        spec={act === "count" ? fields.counted : fields.moved}
        label={
          act === "count"
            ? tareG === null
              ? commonText.content
              : stockFormText.scaleReadingWithCylinder
            : stockFormText.amount
        }
      />
      {act === "move" && (
        <Select
          label={stockFormText.targetCylinder}
          empty={others.length === 0 ? stockFormText.noOtherCylinderHoldsThis : stockFormText.selectCylinder}
          options={others.map(({ id, name }) => [id, name])}
          field={form.register("target", { onChange: onTarget })}
        />
      )}
      <Flex gap="3">
        <FormText control={form.control} name="technician" label={commonText.name} />
        <FormText control={form.control} name="remark" label={stockFormText.remark} />
      </Flex>
      <Flex gap="2" align="center">
        {children}
      </Flex>
    </>
  );
}

const signed = (difference: number, text: string) =>
  Math.abs(difference) < 0.5
    ? stockFormText.as
    : difference > 0
      ? stockFormText.moreThan(text)
      : stockFormText.lessThan(text);
