"use client";

import { Flex, RadioGroup } from "@chakra-ui/react";
import { Check } from "lucide-react";
import { choiceText } from "@/words/screens/ui";
import { Text, useSay } from "../text";

export interface ChoiceProps<Value extends string> {
  label: string;
  options: readonly { value: Value; label: string }[];
  value: Value | null;
  onChange: (value: Value) => void;
  missing?: boolean;
  /** Nothing can be chosen now. */
  disabled?: boolean;
}

/** One of a few, as buttons a glove can hit. */
export function Choice<Value extends string>({
  label,
  options,
  value,
  onChange,
  missing,
  disabled = false,
}: ChoiceProps<Value>) {
  const say = useSay();
  return (
    <RadioGroup.Root
      disabled={disabled}
      value={value}
      onValueChange={(details) => details.value && onChange(details.value as Value)}
    >
      <RadioGroup.Label fontWeight="semibold" fontSize="sm" color="soft">
        {say(label)}
      </RadioGroup.Label>
      <Flex gap="1.5" wrap="wrap" mt="1">
        {options.map((option) => (
          <RadioGroup.Item
            key={option.value}
            value={option.value}
            minH="target"
            px="3.5"
            gap="2"
            alignItems="center"
            cursor="pointer"
            rounded="card"
            borderWidth="1px"
            borderColor={missing ? "act" : "edge"}
            bg="field"
            _disabled={{ opacity: 0.55, cursor: "not-allowed" }}
            css={{ "& .tick": { display: "none" }, "&[data-state=checked] .tick": { display: "block" } }}
            _checked={{ bg: "picked", borderColor: "ink", fontWeight: "semibold" }}
          >
            <RadioGroup.ItemHiddenInput />
            <Check className="tick" size={18} aria-hidden />
            <RadioGroup.ItemText fontSize="md" fontWeight="inherit">
              {say(option.label)}
            </RadioGroup.ItemText>
          </RadioGroup.Item>
        ))}
      </Flex>
      {missing && (
        <Text color="danger" fontSize="sm" mt="1">
          {choiceText.isMissing(label)}
        </Text>
      )}
    </RadioGroup.Root>
  );
}
