"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { type ReactNode, useEffect, useRef } from "react";
import { useChoiceFailure, useKnownChoices } from "@/session/choices";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { OilSheet } from "@/views/workshop/oil-sheet";
import { commonText } from "@/words/screens/common";
import { settingsViewText } from "@/words/screens/settings";
import { notStoredSentence, settingsCards, settingsWords } from "@/words/settings";
import { ChartCard } from "./chart-card";
import { DataCard } from "./data-card";
import { InstrumentsCard } from "./instruments-card";
import { LookCard } from "./look-card";
import { PapersCard } from "./papers-card";
import { PlaceCard } from "./place-card";
import { SettingsHealth } from "./settings-health";
import { SharingCard } from "./sharing-card";
import { SignalsCard } from "./signals-card";
import { UnitsCard } from "./units-card";
import { WorkCard } from "./work-card";
import { WorkshopCard } from "./workshop-card";

/** Workshop settings: units, defaults, instruments, methods, appearance, and data in this browser. */
export function SettingsView() {
  const choices = useKnownChoices();
  const failure = useChoiceFailure();
  return (
    <AppFrame current="settings" title={commonText.settings}>
      <Stack as="main" p="4" gap="3.5">
        {failure !== null && (
          <Notice tone="act" title={settingsWords.notStored}>
            {notStoredSentence(failure)}
          </Notice>
        )}
        <Flex as="nav" aria-label={settingsViewText.index} gap="1" wrap="wrap">
          {settingsCards.map(({ id, name }) => (
            <BenchButton key={id} asChild kind="plain" px="2.5">
              <a href={`#${id}`}>{name}</a>
            </BenchButton>
          ))}
        </Flex>
        <SettingsHealth />
        {choices === null ? (
          <Text kind="soft">{settingsViewText.loadingSettings}</Text>
        ) : (
          <>
            <Section id="units">
              <UnitsCard choices={choices} />
            </Section>
            <Section id="place">
              <PlaceCard choices={choices} />
            </Section>
            <Section id="papers">
              <PapersCard choices={choices} />
            </Section>
            <Section id="work">
              <WorkCard choices={choices} />
            </Section>
            <Section id="look">
              <LookCard choices={choices} />
            </Section>
            <Section id="signals">
              <SignalsCard signals={choices.signals} />
            </Section>
            <Section id="instruments">
              <InstrumentsCard instruments={choices.instruments} />
            </Section>
            <Section id="oil">
              <OilSheet />
            </Section>
            <Section id="chart">
              <ChartCard />
            </Section>
          </>
        )}
        <Section id="workshop">
          <WorkshopCard />
        </Section>
        <Section id="sharing">
          <SharingCard />
        </Section>
        <Section id="data">
          <DataCard />
        </Section>
      </Stack>
    </AppFrame>
  );
}

/** Comes into sight when its address is asked for, also once the choices have come. */
function Section({ id, children }: { id: (typeof settingsCards)[number]["id"]; children: ReactNode }) {
  const here = useRef<HTMLDivElement>(null);
  const known = useKnownChoices() !== null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what stands above it comes with the choices
  useEffect(() => {
    const come = () => {
      if (window.location.hash === `#${id}`) here.current?.scrollIntoView({ block: "start" });
    };
    come();
    window.addEventListener("hashchange", come);
    return () => window.removeEventListener("hashchange", come);
  }, [id, known]);
  return (
    <Box ref={here} id={id} scrollMarginTop="16px">
      {children}
    </Box>
  );
}
