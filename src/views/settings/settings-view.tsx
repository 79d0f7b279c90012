"use client";

import { Stack, Text } from "@chakra-ui/react";
import { useChoiceFailure, useKnownChoices } from "@/session/choices";
import { AppFrame } from "@/ui/app-frame";
import { Notice } from "@/ui/notice";
import { OilSheet } from "@/views/workshop/oil-sheet";
import { ChartCard } from "./chart-card";
import { DataCard } from "./data-card";
import { InstrumentsCard } from "./instruments-card";
import { LookCard } from "./look-card";
import { PlaceCard } from "./place-card";
import { UnitsCard } from "./units-card";
import { WorkCard } from "./work-card";

/** What a shop chooses once: how it reads, where it stands, what it measures with, how it works and looks, and what this browser keeps of it. */
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
        {choices === null ? (
          <Text color="soft">Opening what was chosen</Text>
        ) : (
          <>
            <UnitsCard choices={choices} />
            <PlaceCard choices={choices} />
            <WorkCard choices={choices} />
            <LookCard choices={choices} />
            <InstrumentsCard instruments={choices.instruments} />
            <OilSheet />
            <ChartCard />
          </>
        )}
        <DataCard />
      </Stack>
    </AppFrame>
  );
}
