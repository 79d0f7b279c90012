"use client";

import { Box, Field, Flex, Input } from "@chakra-ui/react";
import { useId, useState } from "react";
import { checkEntry, type Entry, type FieldSpec, unitDoubt, withSaidUnit } from "@/core/units/entry";
import { type UnitId, units, unitsOf } from "@/core/units/units";
import { numberFieldText } from "@/words/screens/ui";
import { entrySentence } from "../../words/issues";
import { BenchButton } from "../buttons";
import { useSay } from "../text";
import { FieldNote, useSelectOnFocus } from "./field-note";
import { useInvalidField } from "./invalid-fields";
import { Select } from "./select";

export interface NumberFieldProps {
  spec: FieldSpec;
  value: Entry;
  onChange: (value: Entry) => void;
  /** Shown in place of the spec's label. */
  label?: string;
  hint?: string;
  /** Say that it is missing even before anything was typed. */
  required?: boolean;
  /** Label for assistive technology only, where a table head already says it. */
  hideLabel?: boolean;
  /** Read at arm's length. */
  large?: boolean;
  /** Hide the unit when a neighbour carries it. */
  hideUnit?: boolean;
  /** Show the unit without a choice: it is chosen elsewhere, or typed behind the number. */
  fixedUnit?: boolean;
}

/** A number with its unit, kept as typed; states field, limit and unit when it cannot be used. */
export function NumberField(props: NumberFieldProps) {
  const { spec, value, onChange, label = spec.label, hint, hideLabel, hideUnit } = props;
  const { required = false, fixedUnit = false, large = false } = props;
  const say = useSay();
  // While the field has the focus its own text rules, so that a slow store never moves the caret.
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? value.text;
  const checked = checkEntry(spec, { ...value, text });
  const silent = checked.ok || (checked.issue.code === "missing" && !required);
  const options = fixedUnit ? [] : unitsOf(spec.dimension);
  const select = useSelectOnFocus();
  useInvalidField(silent ? null : label);
  // Another unit would make it right, or more likely: asked, never changed by itself.
  const asked = checked.ok ? unitDoubt(spec, { ...value, text }) : "fits" in checked.issue ? checked.issue.fits : [];
  return (
    <Field.Root invalid={!silent} gap="1">
      <Field.Label fontWeight="semibold" fontSize="sm" color="soft" srOnly={hideLabel}>
        {say(label)}
      </Field.Label>
      <Flex w="full" gap="1.5">
        <Input
          value={text}
          inputMode="decimal"
          autoComplete="off"
          maxLength={120}
          h={large ? "64px" : "target"}
          // Four digits, a point and its decimal stay legible, whatever the type size.
          minW={large ? "5.5ch" : "6ch"}
          px="2.5"
          fontSize={large ? "3xl" : "lg"}
          fontWeight="semibold"
          bg="field"
          borderColor={silent ? "edge" : "danger"}
          onChange={(event) => {
            setDraft(event.target.value);
            onChange({ ...value, text: event.target.value });
          }}
          {...select}
          onBlur={() => {
            setDraft(null);
            const said = withSaidUnit({ ...value, text });
            if (said.unit !== value.unit || said.text !== text) onChange(said);
          }}
        />
        {!hideUnit && (
          <UnitChoice
            label={say(numberFieldText.unitOf(label))}
            unit={value.unit}
            tall={large}
            options={options}
            onChange={(unit) => onChange({ text, unit })}
          />
        )}
      </Flex>
      <FieldNote
        aside={
          asked.length > 0 && (
            <AskedUnits
              label={say(numberFieldText.unitOfTheEntry(label))}
              text={bareNumber(text)}
              units={asked.slice(0, 2)}
              onPick={(unit) => onChange({ text: bareNumber(text), unit })}
            />
          )
        }
      >
        <FieldWords
          hint={hint}
          wrong={checked.ok || silent ? null : entrySentence({ ...spec, label }, checked.issue)}
        />
      </FieldNote>
    </Field.Root>
  );
}

/** Why the entry cannot be used; else the hint of the field. */
function FieldWords({ hint, wrong }: { hint: string | undefined; wrong: string | null }) {
  const say = useSay();
  if (wrong !== null)
    return (
      <Field.ErrorText color="danger" fontSize="sm" mt="0">
        {say(wrong)}
      </Field.ErrorText>
    );
  return hint ? (
    <Field.HelperText color="soft" fontSize="sm" mt="0">
      {say(hint)}
    </Field.HelperText>
  ) : null;
}

interface AskedUnitsProps {
  label: string;
  text: string;
  units: readonly UnitId[];
  onPick: (unit: UnitId) => void;
}

/** Other units in which the number would be right, or more likely. */
function AskedUnits({ label, text, units: asked, onPick }: AskedUnitsProps) {
  return (
    <Flex role="group" aria-label={label}>
      {asked.map((unit) => (
        <BenchButton
          key={unit}
          kind="plain"
          px="1.5"
          my="-14px"
          textDecoration="underline"
          onClick={() => onPick(unit)}
        >
          {`${text} ${units[unit].label}?`}
        </BenchButton>
      ))}
    </Flex>
  );
}

/** The number as it was typed, without a unit behind it. */
const bareNumber = (text: string) => text.replace(/[^\d.,+\-−\s]+.*$/u, "").trim();

interface UnitChoiceProps {
  label: string;
  unit: UnitId;
  options: UnitId[];
  onChange: (unit: UnitId) => void;
  /** As tall as a field that is read at arm's length. */
  tall?: boolean;
}

export function UnitChoice({ label, unit, options, onChange, tall = false }: UnitChoiceProps) {
  // Inside a field it would take the field's own, and so its name.
  const id = useId();
  if (options.length < 2) {
    return (
      <Box minW="40px" minH="target" alignSelf="start" alignContent="center" color="soft" fontSize="md">
        {units[unit].label}
      </Box>
    );
  }
  return (
    <Select
      label={label}
      id={id}
      width="auto"
      minW="76px"
      value={unit}
      h={tall ? "64px" : "target"}
      // A vacuum typed in inHg keeps its own among them.
      options={[...new Set([...options, unit])].map((one) => [one, units[one].label])}
      onPick={onChange}
    />
  );
}
