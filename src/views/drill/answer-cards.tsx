"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  type UniqueIdentifier,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical } from "lucide-react";
import type { ReactNode } from "react";
import { causes } from "@/core/causes/catalogue";
import { actsOf, type DrillCase } from "@/core/drill/drill-case";
import { BELIEF_AT_S, type Doing } from "@/core/drill/drill-steps";
import { caseFaults, type Named, namedFaults } from "@/core/drill/drill-troubles";
import type { FieldSpec } from "@/core/units/entry";
import { checkEntry } from "@/core/units/entry";
import type { chargeAnswers } from "@/session/records/drills";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { NumberField } from "@/ui/fields/number-field";
import { Select } from "@/ui/fields/select";
import { Text } from "@/ui/text";
import { rankedName } from "@/words/drill";
import { answerCardsText } from "@/words/screens/drill";
import type { Car } from "./car-cards";

const MOST_RANKED = 3;

/** The learner's estimate, most likely first; asked twice, and kept with what the readings allowed then. */
export function RankingCard({ given, car, busy }: { given: DrillCase; car: Car; busy: boolean }) {
  const { draft, standing } = car;
  const { ranking } = draft;
  const due = standing?.beliefDue ?? false;
  const said = standing?.script.filter(({ does }) => does === "belief").length ?? 0;
  const set = (change: (ranking: Named[]) => Named[]) =>
    car.setDraft((now) => ({ ...now, ranking: change([...now.ranking]) }));
  const [first, second] = BELIEF_AT_S.map((s) => s / 60);
  return (
    <Card title={answerCardsText.yourEstimateSoFar}>
      <Text kind="note">{answerCardsText.askedAt(String(first), String(second))}</Text>
      <RankedCauses
        ranking={ranking}
        due={due}
        onMove={(from, to) => set((now) => arrayMove(now, from, to))}
        onRemove={(cause) => set((now) => now.filter((one) => one !== cause))}
      >
        {ranking.length < MOST_RANKED && (
          <Box as="li">
            <CausePicker
              label={ranking.length === 0 ? answerCardsText.mostLikely : answerCardsText.next}
              list={namesOffered(given)}
              taken={ranking}
              onPick={(cause) => set((now) => [...now, cause])}
            />
          </Box>
        )}
      </RankedCauses>
      {due && (
        <BenchButton
          kind="act"
          w="100%"
          mt="2"
          disabled={busy || ranking.length === 0}
          onClick={() => car.does({ does: "belief", causes: ranking as Named[] })}
        >
          {answerCardsText.submitEstimate}
        </BenchButton>
      )}
      {said > 0 && !due && (
        <Text kind="small" mt="1.5" role="status">
          {answerCardsText.said(said === 1 ? "once" : "twice")}
        </Text>
      )}
    </Card>
  );
}

interface RankedCausesProps {
  ranking: readonly Named[];
  due: boolean;
  onMove: (from: number, to: number) => void;
  onRemove: (cause: Named) => void;
  /** Stands last in the list. */
  children: ReactNode;
}

/** The causes in order: dragged by their handle, or moved by keyboard (Space, arrows, Space). */
function RankedCauses({ ranking, due, onMove, onRemove, children }: RankedCausesProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const place = (id: UniqueIdentifier) => ranking.indexOf(id as Named);
  const said = (at: number) => answerCardsText.moved(at + 1, ranking.length);
  return (
    <DndContext
      id="ranking"
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{
        screenReaderInstructions: { draggable: answerCardsText.howToMove },
        announcements: {
          onDragStart: ({ active }) => answerCardsText.picked(rankedName(active.id as Named)),
          onDragOver: ({ over }) => (over === null ? undefined : said(place(over.id))),
          onDragEnd: ({ over }) => (over === null ? undefined : said(place(over.id))),
          onDragCancel: () => answerCardsText.notMoved,
        },
      }}
      onDragEnd={({ active, over }) => {
        if (over !== null && over.id !== active.id) onMove(place(active.id), place(over.id));
      }}
    >
      <SortableContext items={[...ranking]} strategy={verticalListSortingStrategy}>
        <Stack as="ol" gap="1.5" mt="2" listStyleType="none">
          {ranking.map((cause, i) => (
            <RankedCause key={cause} cause={cause} rank={i + 1} due={due} onRemove={() => onRemove(cause)} />
          ))}
          {children}
        </Stack>
      </SortableContext>
    </DndContext>
  );
}

interface RankedCauseProps {
  cause: Named;
  rank: number;
  due: boolean;
  onRemove: () => void;
}

function RankedCause({ cause, rank, due, onRemove }: RankedCauseProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: cause,
  });
  const name = rankedName(cause);
  return (
    <Flex
      as="li"
      ref={setNodeRef}
      transform={CSS.Transform.toString(transform)}
      transition={transition}
      opacity={isDragging ? 0.7 : 1}
      align="center"
      gap="1"
      borderWidth="1px"
      borderColor={due ? "ink" : "edge"}
      rounded="card"
      bg="field"
      ps="3"
      py="1"
      minH="target"
    >
      <Text kind="strong" minW="18px">
        {`${rank}`}
      </Text>
      <Text flex="1" fontSize="md" lineHeight="1.2">
        {name}
      </Text>
      <BenchButton
        ref={setActivatorNodeRef}
        kind="quiet"
        borderWidth="0"
        px="2"
        minW="target"
        cursor="grab"
        touchAction="none"
        {...attributes}
        {...listeners}
        aria-label={answerCardsText.move(name)}
      >
        <GripVertical size={18} aria-hidden />
      </BenchButton>
      <RemoveButton name={name} onRemove={onRemove} />
    </Flex>
  );
}

interface RemoveButtonProps {
  name: string;
  onRemove: () => void;
}

function RemoveButton({ name, onRemove }: RemoveButtonProps) {
  return (
    <BenchButton
      kind="quiet"
      borderWidth="0"
      px="2"
      minW="target"
      aria-label={answerCardsText.remove(name)}
      onClick={onRemove}
    >
      ×
    </BenchButton>
  );
}

interface CausePickerProps {
  label: string;
  list: readonly Named[];
  taken: readonly Named[];
  onPick: (cause: Named) => void;
}

/** What may be named: faults beside the circuit only where checks for them are on offer. */
const namesOffered = (given: DrillCase): readonly Named[] => (actsOf(given).includes("scan") ? namedFaults : causes);

/** A cause out of all there are; nothing of the list says which it is. */
function CausePicker({ label, list, taken, onPick }: CausePickerProps) {
  return (
    <Box
      as="label"
      display="flex"
      alignItems="center"
      gap="2"
      borderWidth="1px"
      borderStyle="dashed"
      borderColor="edge"
      rounded="card"
      bg="field"
      ps="3"
      minH="target"
    >
      <Text kind="note" whiteSpace="nowrap">
        {label}
      </Text>
      <Select
        label={label}
        flex="1"
        borderWidth="0"
        bg="transparent"
        empty={answerCardsText.select}
        value=""
        options={list.filter((cause) => !taken.includes(cause)).map((cause) => [cause, rankedName(cause)])}
        onPick={onPick}
      />
    </Box>
  );
}

const gramsSpec: FieldSpec = { label: answerCardsText.amount, dimension: "mass", min: 1, max: 3000 };

const chargeWords: Record<(typeof chargeAnswers)[number], string> = {
  leave: answerCardsText.leaveCharge,
  "put-in": "Add",
  "take-out": "Recover",
  weigh: answerCardsText.weighFirst,
};

interface AnswerCardProps {
  given: DrillCase;
  car: Car;
  busy: boolean;
  onCommit: (doing: Doing) => void;
}

function ChosenCause({ name, onRemove }: RemoveButtonProps) {
  return (
    <Flex align="center" borderWidth="1px" borderColor="edge" rounded="card" bg="field" ps="3" py="1" minH="target">
      <Text flex="1" fontSize="md" fontWeight="semibold" lineHeight="1.2">
        {name}
      </Text>
      <RemoveButton name={name} onRemove={onRemove} />
    </Flex>
  );
}

/** One answer: what is the matter, and what is to be done to the charge. Then the cover comes off. */
export function AnswerCard({ given, car, busy, onCommit }: AnswerCardProps) {
  const { draft, standing } = car;
  const { answer, charge, grams } = draft;
  const sound = answer.includes("none");
  const set = (change: Partial<typeof draft>) => car.setDraft((now) => ({ ...now, ...change }));
  const needs = charge === "put-in" || charge === "take-out";
  const checked = checkEntry(gramsSpec, grams);
  const missing =
    answer.length === 0
      ? answerCardsText.selectACauseOrNo
      : charge === null
        ? answerCardsText.selectWhatToDoWith
        : needs && !checked.ok
          ? answerCardsText.enterTheAmount
          : null;
  const over = standing !== null && standing.over !== "no";
  const commit = () => {
    if (missing !== null) return;
    const amount = !needs || !checked.ok ? 0 : charge === "put-in" ? checked.value : -checked.value;
    onCommit({
      does: "commit",
      causes: caseFaults.filter((fault) => answer.includes(fault)),
      grams: charge === "weigh" ? null : amount,
    });
  };
  return (
    <Card title={answerCardsText.yourDiagnosis}>
      <Stack gap="1.5">
        {answer.map((cause) => (
          <ChosenCause
            key={cause}
            name={rankedName(cause)}
            onRemove={() => set({ answer: answer.filter((one) => one !== cause) })}
          />
        ))}
        {!sound && answer.length < MOST_RANKED && (
          <CausePicker
            label={answer.length === 0 ? answerCardsText.cause : answerCardsText.and}
            list={namesOffered(given).filter((name) => name !== "none" || answer.length === 0)}
            taken={answer}
            onPick={(cause) => set({ answer: cause === "none" ? ["none"] : [...answer, cause] })}
          />
        )}
      </Stack>
      <Text kind="field" mt="3">
        {answerCardsText.comparedWithTheChargeAt}
      </Text>
      <Flex gap="1.5" wrap="wrap" mt="1" role="radiogroup" aria-label={answerCardsText.chargeCorrection}>
        {(Object.keys(chargeWords) as (typeof chargeAnswers)[number][]).map((one) => (
          <BenchButton key={one} role="radio" aria-checked={charge === one} px="3" onClick={() => set({ charge: one })}>
            {chargeWords[one]}
          </BenchButton>
        ))}
      </Flex>
      {needs && (
        <Box mt="2">
          <NumberField spec={gramsSpec} value={grams} onChange={(typed) => set({ grams: typed })} />
        </Box>
      )}
      <BenchButton kind="act" w="100%" mt="3" disabled={busy || over || missing !== null} onClick={commit}>
        {answerCardsText.submitDiagnosis}
      </BenchButton>
      <Text kind="small" mt="1.5">
        {missing === null ? answerCardsText.thenTheFaultIsShown : `${missing}.`}
      </Text>
    </Card>
  );
}
