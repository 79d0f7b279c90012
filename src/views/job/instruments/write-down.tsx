"use client";

import { Box, Flex } from "@chakra-ui/react";
import { entryValue, type FieldSpec } from "@/core/units/entry";
import type { UnitId } from "@/core/units/units";
import { useDraftEntry } from "@/session/job/drafts";
import { BenchButton } from "@/ui/buttons";
import { fieldRow } from "@/ui/fields/field-note";
import { NumberField } from "@/ui/fields/number-field";
import { writeDownText } from "@/words/screens/job-instruments";

interface WriteDownProps {
  /** Under which what is typed is kept until it is written down. */
  name: string;
  spec: FieldSpec;
  label?: string;
  unit: UnitId;
  /** The value in the base unit; the field is then empty for the next one. */
  onWrite: (value: number) => void;
}

/** A number read from an instrument that is not connected, and the press that puts it into the record. */
export function WriteDown({ name, spec, label, unit, onWrite }: WriteDownProps) {
  const [typed, setTyped] = useDraftEntry(name, unit);
  const value = entryValue(spec, typed);
  return (
    <Flex gap="2" align="end" css={fieldRow} wrap="wrap">
      <Box w="230px">
        <NumberField spec={spec} label={label ?? spec.label} value={typed} onChange={setTyped} />
      </Box>
      <BenchButton
        disabled={value === null}
        onClick={() => {
          if (value === null) return;
          onWrite(value);
          setTyped({ ...typed, text: "" });
        }}
      >
        {writeDownText.recordTypedValues}
      </BenchButton>
    </Flex>
  );
}
