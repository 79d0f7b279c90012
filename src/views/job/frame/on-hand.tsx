"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import type { MassBalance } from "@/core/charge/books/mass-balance";
import { fields } from "@/core/records/fields";
import { type Job, MOST_CONTAINERS } from "@/core/records/job";
import { entry, entryOf } from "@/core/units/entry";
import { useJob } from "@/session/session";
import { useContainersElsewhere, useStock } from "@/session/stock";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { NumberField } from "@/ui/fields/number-field";
import { TextField } from "@/ui/fields/text-field";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { commonText } from "@/words/screens/common";
import { onHandText } from "@/words/screens/job-frame";
import { holderText } from "@/words/screens/sharing";
import { typed } from "@/words/typed";

/** Cans and cylinders on hand. One that has been drawn from stays on the list: its grams are booked. */
export function OnHand() {
  const figures = useFigures();
  const { job, edit } = useJob();
  const { containers, warmWater, open } = job.charge;
  const change = (edited: (list: Job["charge"]["containers"]) => Job["charge"]["containers"]) =>
    edit((stored) => ({ ...stored, charge: { ...stored.charge, containers: edited(stored.charge.containers) } }));
  const full = containers.length >= MOST_CONTAINERS;
  const add = () => {
    const id = crypto.randomUUID();
    change((list) => [
      ...list,
      {
        id,
        name: onHandText.can(list.length + 1),
        net: entry("", figures.unit("g")),
        temperature: entry("", figures.unit("degC")),
      },
    ]);
  };
  const used = new Set(job.ledger.map(({ from }) => from));
  const onShelf = useStock(job).filter(({ container }) => !containers.some(({ id }) => id === container.id));
  return (
    <Card
      title={onHandText.cylindersAndCans}
      aside={
        <Flex gap="2" wrap="wrap">
          <BenchButton
            aria-pressed={warmWater}
            onClick={() =>
              edit((stored) => ({ ...stored, charge: { ...stored.charge, warmWater: !stored.charge.warmWater } }))
            }
          >
            {onHandText.warmWaterAvailable}
          </BenchButton>
          <BenchButton kind="quiet" disabled={full} onClick={add}>
            {full ? onHandText.aJobHoldsAtMost(MOST_CONTAINERS) : onHandText.addCylinder}
          </BenchButton>
        </Flex>
      }
    >
      {onShelf.length > 0 && !full && (
        <FromStock stock={onShelf} onTake={(taken) => change((list) => [...list, taken])} />
      )}
      {containers.length === 0 ? (
        <Text kind="soft">{onHandText.noneYetAddEachCan}</Text>
      ) : (
        <Stack gap="3">
          {containers.map((container) => (
            <ContainerFields
              key={container.id}
              container={container}
              drawnFrom={used.has(`container:${container.id}`) || open?.containerId === container.id}
              onChange={(part) => change((list) => list.map((c) => (c.id === container.id ? { ...c, ...part } : c)))}
              onRemove={() => change((list) => list.filter((c) => c.id !== container.id))}
            />
          ))}
        </Stack>
      )}
    </Card>
  );
}

interface FromStockProps {
  stock: ReturnType<typeof useStock>;
  onTake: (taken: OnHandContainer) => void;
}

/** Containers on the shelf, the emptiest first; what another device uses cannot be taken. */
function FromStock({ stock, onTake }: FromStockProps) {
  const figures = useFigures();
  const elsewhere = useContainersElsewhere();
  return (
    <Flex gap="2" wrap="wrap" mb="3" role="group" aria-label={onHandText.fromStock}>
      {stock.slice(0, 6).map(({ container: { id, name }, heldG }) => (
        <BenchButton
          key={id}
          kind="quiet"
          disabled={elsewhere[id] !== undefined}
          onClick={() =>
            onTake({
              id,
              name,
              net: entryOf(heldG, figures.unit("g")),
              temperature: entry("", figures.unit("degC")),
            })
          }
        >
          {elsewhere[id] === undefined
            ? `${typed(name)}, ${figures.quantity(heldG, "g")}`
            : holderText.inUse(typed(name), elsewhere[id]!)}
        </BenchButton>
      ))}
    </Flex>
  );
}

type OnHandContainer = Job["charge"]["containers"][number];

interface ContainerFieldsProps {
  container: OnHandContainer;
  /** Its grams are booked: it stays on the list. */
  drawnFrom: boolean;
  onChange: (part: Partial<OnHandContainer>) => void;
  onRemove: () => void;
}

function ContainerFields({ container, drawnFrom, onChange, onRemove }: ContainerFieldsProps) {
  return (
    <Flex gap="3" rowGap="1" align="start" wrap={{ base: "wrap", md: "nowrap" }}>
      <Box flex={{ base: "1 1 150px", md: "1" }} minW="0">
        <TextField label={commonText.name} value={container.name} onChange={(name) => onChange({ name })} />
      </Box>
      <Box flex={{ base: "1 1 150px", md: "1" }} minW="0">
        <NumberField
          spec={fields.net}
          value={container.net}
          hint={drawnFrom ? onHandText.alreadyUsed : undefined}
          onChange={(net) => onChange({ net })}
        />
      </Box>
      <Box flex={{ base: "1 1 150px", md: "1" }} minW="0">
        <NumberField
          spec={fields.container}
          value={container.temperature}
          hint={container.temperature.text === "" ? onHandText.sameAsAmbient : undefined}
          onChange={(temperature) => onChange({ temperature })}
        />
      </Box>
      {!drawnFrom && (
        <BenchButton kind="quiet" mt="25px" aria-label={onHandText.remove(container.name)} onClick={onRemove}>
          <Trash2 size={18} />
        </BenchButton>
      )}
    </Flex>
  );
}

const CAN = 58;
const TALL = 74;

/** The stack of what is on hand, emptying. */
export function OnHandPicture({ balance }: { balance: MassBalance }) {
  const figures = useFigures();
  if (balance.perContainer.length === 0) return null;
  return (
    <div>
      <Text as="h2" kind="lead" mb="1">
        {onHandText.cylindersAndCans}
      </Text>
      <Flex gap="3" wrap="wrap">
        {balance.perContainer.map(({ id, name, leftG, drawnG }) => {
          const whole = leftG + drawnG;
          const level = whole <= 0 ? 0 : Math.min(Math.max(leftG / whole, 0), 1);
          const words = leftG < 4 ? "empty" : figures.quantity(leftG, "g");
          return (
            <Box key={id} w={`${CAN + 16}px`} textAlign="center">
              <svg
                width={CAN}
                height={TALL + 10}
                role="img"
                aria-label={`${name}: ${words}`}
                style={{ margin: "0 auto" }}
              >
                <rect x={CAN / 2 - 9} y="1" width="18" height="9" rx="2" fill="var(--chakra-colors-ink)" />
                <rect
                  x="2"
                  y="9"
                  width={CAN - 4}
                  height={TALL - 2}
                  rx="8"
                  fill="var(--chakra-colors-field)"
                  stroke="var(--chakra-colors-ink)"
                  strokeWidth="1.6"
                />
                <rect
                  x="5"
                  y={12 + (TALL - 8) * (1 - level)}
                  width={CAN - 10}
                  height={(TALL - 8) * level}
                  rx="5"
                  fill="var(--chakra-colors-liquid)"
                />
              </svg>
              <Text typed fontSize="sm" truncate title={name}>
                {name}
              </Text>
              <Text kind="item">{words}</Text>
            </Box>
          );
        })}
      </Flex>
    </div>
  );
}
