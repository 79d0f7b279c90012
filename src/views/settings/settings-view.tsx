"use client";

import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useTheme } from "next-themes";
import { useEffect, useState } from "react";
import type { Choices } from "@/core/records/choices";
import { fields } from "@/core/records/fields";
import { keepChoices, useChoiceFailure, useKnownChoices } from "@/session/choices";
import { AppFrame } from "@/ui/app-frame";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { Notice } from "@/ui/notice";
import { NumberField } from "@/ui/number-field";
import { TextField } from "@/ui/text-field";
import { holdOf, holdOptions } from "@/words/vacuum";
import { DataCard } from "./data-card";
import { UnitsCard } from "./units-card";

/** What a shop chooses once: what its new jobs begin with, how it looks, and what this browser keeps of it. */
export function SettingsView() {
  const choices = useKnownChoices();
  const failure = useChoiceFailure();
  return (
    <AppFrame current="settings" title="Settings">
      <Stack as="main" p="4" gap="3.5" maxW="1080px">
        {failure !== null && (
          <Notice tone="act" title="The browser did not store it">
            {`Its reason: ${failure}. What was chosen before stands.`}
          </Notice>
        )}
        {choices === null ? <Text color="soft">Opening what was chosen</Text> : <Chosen choices={choices} />}
        <DataCard />
      </Stack>
    </AppFrame>
  );
}

function Chosen({ choices }: { choices: Choices }) {
  const { theme, setTheme } = useTheme();
  // The server cannot know the colour mode; the first drawing must match its own.
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  return (
    <>
      <UnitsCard choices={choices} />
      <Card title="What a new job begins with">
        <Stack gap="3">
          <Grid templateColumns={{ base: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" }} gap="3">
            <NumberField
              spec={fields.altitude}
              value={choices.altitude}
              label="Altitude of this shop"
              hint="Gauges read against the air around them."
              onChange={(altitude) => keepChoices({ altitude })}
            />
            <TextField
              label="Technician"
              value={choices.technician}
              hint="Stands at the sign-off, and can be changed there."
              onChange={(technician) => keepChoices({ technician: technician.slice(0, 200) })}
            />
          </Grid>
        </Stack>
      </Card>
      <Card title="How this workshop works">
        <Flex gap="6" wrap="wrap">
          <Choice
            label="Holds a vacuum for"
            options={holdOptions}
            value={String(choices.holdS)}
            onChange={(value) => keepChoices({ holdS: holdOf(value) })}
          />
          <Box>
            <Choice
              label="Light or dark"
              options={[
                { value: "light", label: "Light" },
                { value: "dark", label: "Dark" },
                { value: "system", label: "As the device" },
              ]}
              value={mounted ? ((theme as "light" | "dark" | "system" | undefined) ?? "system") : null}
              onChange={setTheme}
            />
          </Box>
        </Flex>
        <Text color="soft" fontSize="14px" mt="2">
          The oil sheet is changed at Repair, the habits that are compared at Charge, the shop's own pressure chart at
          the running test.
        </Text>
      </Card>
    </>
  );
}
