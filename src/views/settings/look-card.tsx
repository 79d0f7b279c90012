"use client";

import { Flex } from "@chakra-ui/react";
import { useTheme } from "next-themes";
import { useEffect, useState } from "react";
import type { Choices } from "@/core/records/choices";
import { keepChoices } from "@/session/choices";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { optionsOf } from "@/words/job";
import { lookCardText } from "@/words/screens/settings";
import { languageLabels } from "@/words/settings";

/** Appearance: theme, type size, spelling. */
export function LookCard({ choices }: { choices: Choices }) {
  const { theme, setTheme } = useTheme();
  // The server cannot know the colour mode; the first drawing must match its own.
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  return (
    <Card title={lookCardText.appearance}>
      <Flex gap="6" wrap="wrap">
        <Choice
          label={lookCardText.theme}
          options={[
            { value: "light", label: lookCardText.light },
            { value: "dark", label: lookCardText.dark },
            { value: "system", label: lookCardText.asDevice },
          ]}
          value={mounted ? ((theme as "light" | "dark" | "system" | undefined) ?? "system") : null}
          onChange={setTheme}
        />
        <Choice
          label={lookCardText.typeSize}
          options={[
            { value: "usual", label: lookCardText.usual },
            { value: "large", label: lookCardText.large },
          ]}
          value={choices.large ? "large" : "usual"}
          onChange={(size) => keepChoices({ large: size === "large" })}
        />
        <Choice
          label={lookCardText.letterShortcuts}
          options={[
            { value: "on", label: lookCardText.on },
            { value: "off", label: lookCardText.off },
          ]}
          value={choices.letterShortcuts ? "on" : "off"}
          onChange={(on) => keepChoices({ letterShortcuts: on === "on" })}
        />
        <Choice
          label={lookCardText.spelling}
          options={optionsOf(languageLabels)}
          value={choices.language}
          onChange={(language) => keepChoices({ language })}
        />
      </Flex>
    </Card>
  );
}
