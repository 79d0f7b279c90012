"use client";

import { Flex, NativeSelect, Stack } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { techniciansOf } from "@/core/records/choices";
import { fields } from "@/core/records/fields";
import type { Container } from "@/core/records/stock/container";
import { countEntry, placeOf, type StockEntry, stockEntry } from "@/core/records/stock/entry";
import { kindOf } from "@/core/records/stock/lines";
import { reasonOf } from "@/core/result";
import { type Entry, entry, entryValue } from "@/core/units/entry";
import { useChoices } from "@/session/choices";
import { putContainer, recordStock, type ShopLedger, StockRefusal } from "@/session/records/stock";
import { BenchButton } from "@/ui/buttons";
import { Choice } from "@/ui/choice";
import { useFigures } from "@/ui/figures";
import { NumberField } from "@/ui/number-field";
import { Text } from "@/ui/text";
import { TextField } from "@/ui/text-field";
import { stockIssueSentence, stockWords } from "@/words/ledger";
import { commonText } from "@/words/screens/common";
import { stockFormText } from "@/words/screens/ledger";

interface StockFormProps {
  container: Container;
  heldG: number;
  books: ShopLedger;
  onEdit: () => void;
}

const acts = [
  { value: "receive", label: stockFormText.receive },
  { value: "count", label: stockFormText.weigh },
  { value: "move", label: stockFormText.move },
  { value: "send-off", label: stockFormText.sendForReclaim },
  { value: "use", label: stockFormText.used },
] as const;
type Act = (typeof acts)[number]["value"];

/** Ledger acts of a cylinder outside of jobs: each writes one entry, none is ever changed. */
export function StockForm({ container, heldG, books, onEdit }: StockFormProps) {
  const figures = useFigures();
  const choices = useChoices();
  const [act, setAct] = useState<Act | null>(null);
  const [amount, setAmount] = useState<Entry>(() => entry("", figures.unit("g")));
  const [technician, setTechnician] = useState(() => techniciansOf(choices)[0] ?? "");
  const [remark, setRemark] = useState("");
  const [target, setTarget] = useState("");
  const [mixing, setMixing] = useState(false);
  const [said, setSaid] = useState<{ tone: "act" | "done"; text: string } | null>(null);
  const tareG = entryValue(fields.tare, container.tare);
  const others = books.containers.filter(
    (one) =>
      one.id !== container.id && one.retiredAt === null && one.kind !== "dye" && kindOf(one) === kindOf(container),
  );
  const grams = entryValue(act === "count" ? fields.counted : fields.moved, amount);
  // With its own weight known, the scale is read with the container on it.
  const netG = grams === null ? null : act === "count" && tareG !== null ? grams - tareG : grams;
  const gap =
    grams === null
      ? stockFormText.enterTheWeight
      : netG !== null && netG < 0
        ? stockFormText.lessThanItsTareOf(figures.quantity(tareG, "g"))
        : act === "move" && target === ""
          ? stockFormText.selectTheTargetCylinder
          : act !== "receive" && act !== "count" && grams > heldG + 0.5
            ? stockFormText.byTheLedgerItHolds(figures.quantity(Math.max(0, heldG), "g"))
            : null;
  /** One entry for each act that is chosen: a press before the page has drawn what was booked books nothing again. */
  const entryId = useRef<string | null>(null);
  const book = async () => {
    const id = entryId.current;
    if (id === null || act === null || grams === null || netG === null || gap !== null) return;
    const at = new Date().toISOString();
    const by = { technician: technician.trim(), remark: remark.trim() };
    const made = entryOfAct(act, { id, at, container, grams, netG, heldG, target }, by);
    if (made !== null) await recordStock(made, { mixing });
    entryId.current = null;
    setMixing(false);
    setAmount(entry("", figures.unit("g")));
    setRemark("");
    setAct(null);
    setSaid({
      tone: "done",
      text: made === null ? stockFormText.ledgerAndScaleAgreeNothing : stockFormText.booked,
    });
  };
  const failed = (error: unknown) => {
    const issue = error instanceof StockRefusal ? error.issue : null;
    setMixing(issue?.code === "mixes");
    const text = issue === null ? stockFormText.notRecorded(reasonOf(error)) : stockIssueSentence(issue, figures);
    setSaid({ tone: "act", text });
  };
  const onShelf = container.retiredAt === null;
  return (
    <Stack gap="2.5" mt="1.5">
      <Choice
        label={stockFormText.entryType}
        options={acts}
        value={act}
        onChange={(next) => {
          setAct(next);
          entryId.current = crypto.randomUUID();
          setMixing(false);
          setSaid(null);
        }}
      />
      {act !== null && (
        <>
          <NumberField
            spec={act === "count" ? fields.counted : fields.moved}
            label={
              act === "count"
                ? tareG === null
                  ? commonText.content
                  : stockFormText.scaleReadingWithCylinder
                : stockFormText.amount
            }
            value={amount}
            onChange={setAmount}
          />
          {act === "move" && (
            <NativeSelect.Root>
              <NativeSelect.Field
                aria-label={stockFormText.targetCylinder}
                h="target"
                bg="field"
                borderColor="edge"
                fontSize="16px"
                value={target}
                onChange={(event) => {
                  setTarget(event.target.value);
                  setMixing(false);
                }}
              >
                <option value="">
                  {others.length === 0 ? stockFormText.noOtherCylinderHoldsThis : stockFormText.selectCylinder}
                </option>
                {others.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
          )}
          <Flex gap="3">
            <TextField
              label={commonText.name}
              value={technician}
              onChange={(text) => setTechnician(text.slice(0, 200))}
            />
            <TextField label={stockFormText.remark} value={remark} onChange={setRemark} />
          </Flex>
          <Flex gap="2" align="center">
            <BenchButton kind="act" disabled={gap !== null} onClick={() => book().catch(failed)}>
              {mixing ? stockWords.mix : stockFormText.recordEntry}
            </BenchButton>
            <Text kind="aside" flex="1">
              {gap ??
                (act === "count" && netG !== null
                  ? stockFormText.theLedger(signed(netG - heldG, figures.quantity(Math.abs(netG - heldG), "g")))
                  : "")}
            </Text>
          </Flex>
        </>
      )}
      {said !== null && (
        <Text role={said.tone === "act" ? "alert" : "status"} color={said.tone}>
          {said.text}
        </Text>
      )}
      <Flex gap="2" wrap="wrap">
        <BenchButton kind="quiet" onClick={onEdit}>
          {stockFormText.editCylinder}
        </BenchButton>
        <BenchButton
          kind="quiet"
          onClick={() =>
            putContainer({ ...container, retiredAt: onShelf ? new Date().toISOString() : null }).catch(failed)
          }
        >
          {onShelf ? "Retire" : stockFormText.returnToStock}
        </BenchButton>
      </Flex>
    </Stack>
  );
}

const signed = (difference: number, text: string) =>
  Math.abs(difference) < 0.5 ? "As" : difference > 0 ? stockFormText.moreThan(text) : stockFormText.lessThan(text);

interface Booking {
  id: string;
  at: string;
  container: Container;
  grams: number;
  netG: number;
  heldG: number;
  target: string;
}

function entryOfAct(
  act: Act,
  { id, at, container, grams, netG, heldG, target }: Booking,
  by: Pick<StockEntry, "technician" | "remark">,
): StockEntry | null {
  const here = placeOf(container.id);
  if (act === "count") return countEntry(id, at, container.id, { bookG: heldG, foundG: netG }, by);
  const [from, to] = {
    receive: ["supplier", here],
    move: [here, placeOf(target)],
    "send-off": [here, "away"],
    use: [here, "used"],
  }[act] as [string, string];
  return stockEntry(id, at, { act, grams, from, to, ...by });
}
