"use client";

import { Field, Input, Textarea } from "@chakra-ui/react";
import { useState } from "react";
import { textFieldText } from "@/words/screens/ui";
import { useSay } from "../text";

export interface TextFieldProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  hint?: string;
  placeholder?: string;
  lines?: number;
  missing?: boolean;
}

/** Words as typed; one line or several. */
export function TextField({ label, value, onChange, hint, placeholder, lines = 1, missing = false }: TextFieldProps) {
  const say = useSay();
  const [draft, setDraft] = useState<string | null>(null);
  const shared = {
    value: draft ?? value,
    placeholder,
    maxLength: 4000,
    bg: "field",
    borderColor: missing ? "act" : "edge",
    fontSize: "md",
    onBlur: () => setDraft(null),
  };
  const change = (text: string) => {
    setDraft(text);
    onChange(text);
  };
  return (
    <Field.Root invalid={missing} gap="1">
      <Field.Label fontWeight="semibold" fontSize="sm" color="soft">
        {say(label)}
      </Field.Label>
      {lines > 1 ? (
        <Textarea rows={lines} {...shared} onChange={(event) => change(event.target.value)} />
      ) : (
        <Input h="target" {...shared} onChange={(event) => change(event.target.value)} />
      )}
      {missing ? (
        <Field.ErrorText color="danger" fontSize="sm" mt="0">
          {say(textFieldText.isMissing(label))}
        </Field.ErrorText>
      ) : (
        hint && (
          <Field.HelperText color="soft" fontSize="sm" mt="0">
            {say(hint)}
          </Field.HelperText>
        )
      )}
    </Field.Root>
  );
}
