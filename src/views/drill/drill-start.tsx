"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { isSealedRun, type KeptClassSet } from "@/core/drill/class-set";
import { MOST_NUMBERS, readCode } from "@/core/drill/drill-code";
import { type DrillTheme, drillThemes, themeLevels } from "@/core/drill/drill-shapes";
import { dueOf, type Learner, standingOf } from "@/core/drill/progress";
import { reasonOf } from "@/core/result";
import { useDrillClerk } from "@/session/drill";
import type { KeptDrills } from "@/session/records/drills";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { TextField } from "@/ui/fields/text-field";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { levelNames, sourceSentence, subjectName, themeNames, themeWords } from "@/words/drill";
import { commonText } from "@/words/screens/common";
import { drillStartText } from "@/words/screens/drill";
import { count } from "@/words/shop";
import { ClassSetsCard } from "./class-sets-card";
import { ExercisesCard } from "./exercises-card";
import { KeepCard } from "./keep-card";
import { Learners } from "./learners";
import { NamedTask } from "./named-task";
import { Progress } from "./progress-cards";
import { nextOf } from "./stock";
import { UnsavedNotice } from "./unsaved-notice";

interface DrillStartProps {
  kept: KeptDrills;
  sets: readonly KeptClassSet[];
  learner: Learner | null;
  /** Why nothing is saved; null while the store works. */
  unsavedReason: string | null;
  onLearner: (id: string) => void;
  /** To a query of this view. */
  onGo: (query: string) => void;
}

/** Start of the drill: due subjects, themes, codes, and progress. */
export function DrillStart({ kept, sets, learner, unsavedReason, onLearner, onGo }: DrillStartProps) {
  const own = kept.drills.filter(({ learnerId }) => learnerId === learner?.id);
  // What is sealed is neither shown nor counted yet.
  const drills = own.filter((run) => !isSealedRun(run, sets));
  const standing = standingOf(drills);
  const due = dueOf(standing, new Date());
  const next = due[0];
  return (
    <AppFrame
      current="drill"
      about="drill"
      header={
        <>
          <Text as="h1" kind="value">
            {commonText.drill}
          </Text>
          <Text kind="aside" truncate display={{ base: "none", lg: "block" }}>
            {drillStartText.findTheHiddenFaultWith}
          </Text>
          <Box ml="auto" flexShrink="0">
            <Learners kept={kept} learner={learner} onLearner={onLearner} />
          </Box>
        </>
      }
    >
      {unsavedReason !== null && (
        <Box px="3.5" pt="3.5">
          <UnsavedNotice reason={unsavedReason} />
        </Box>
      )}
      <Grid
        as="main"
        templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 360px" }}
        gap="3.5"
        p="4"
        alignItems="start"
      >
        <Stack gap="3.5" minW="0">
          <Box bg="sheet" borderLeftWidth="6px" borderLeftColor={next ? "act" : "ink"} rounded="card" px="4" py="3">
            <Flex align="center" gap="4" wrap="wrap">
              <Box flex="1 1 280px">
                <Text kind="value" lineHeight="1.25">
                  {next
                    ? drillStartText.due(subjectName(next.subject).toLowerCase())
                    : drillStartText.nothingDueChooseAnyTheme}
                </Text>
                <Text kind="aside">
                  {due.length > 1
                    ? drillStartText.dueMissedThemesReturnSooner(count(due.length, "theme"))
                    : drills.length === 0
                      ? drillStartText.startWithPressuresOnlyThe
                      : drillStartText.missedThemesReturnSooner}
                </Text>
              </Box>
              <BenchButton
                kind="act"
                minW="210px"
                onClick={() => {
                  const code = nextOf(next?.subject ?? { kind: "theme", theme: "pressures" }, drills);
                  if (code !== null) onGo(new URLSearchParams({ code }).toString());
                }}
              >
                {next ? "Practise" : drillStartText.startWithPressures}
              </BenchButton>
            </Flex>
          </Box>
          <Themes drills={drills} onGo={onGo} />
          <ExercisesCard />
        </Stack>
        <Stack gap="3.5" minW="0">
          <CodeCard onGo={onGo} />
          <Progress standing={standing} drills={drills} onGo={onGo} />
          <ClassSetsCard sets={sets} kept={kept} learner={learner} onGo={onGo} />
          <KeepCard kept={kept} />
        </Stack>
      </Grid>
    </AppFrame>
  );
}

function Themes({ drills, onGo }: { drills: KeptDrills["drills"]; onGo: (query: string) => void }) {
  const clerk = useDrillClerk();
  const [making, setMaking] = useState<DrillTheme | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const make = async (theme: DrillTheme) => {
    setMaking(theme);
    setSaid(null);
    try {
      const code = await clerk.make(theme, null, Math.floor(Math.random() * MOST_NUMBERS));
      if (code === null) setSaid(drillStartText.noSolvableCaseFoundTry);
      else onGo(new URLSearchParams({ code }).toString());
    } catch (error) {
      setSaid(drillStartText.caseNotCreated(reasonOf(error)));
    }
    setMaking(null);
  };
  return (
    <>
      {([1, 2, 3] as const).map((level) => (
        <Card key={level} title={levelNames[level]}>
          {drillThemes
            .filter((theme) => themeLevels[theme] === level)
            .map((theme) => {
              const own = drills.filter((drill) => drill.theme === theme);
              return (
                <Flex key={theme} borderTopWidth="1px" borderColor="line" py="2" gap="3" align="center" wrap="wrap">
                  <NamedTask name={themeNames[theme]} task={themeWords[theme]} />
                  <Text kind="note" minW="72px" textAlign="right">
                    {own.length === 0 ? drillStartText.notTried : count(own.length, "run")}
                  </Text>
                  <BenchButton
                    kind="quiet"
                    aria-label={drillStartText.stockCase2(themeNames[theme])}
                    onClick={() => {
                      const code = nextOf({ kind: "theme", theme }, drills);
                      if (code !== null) onGo(new URLSearchParams({ code }).toString());
                    }}
                  >
                    {drillStartText.stockCase}
                  </BenchButton>
                  <BenchButton
                    kind="quiet"
                    disabled={making !== null}
                    aria-label={drillStartText.newCase(themeNames[theme])}
                    minW="104px"
                    onClick={() => make(theme)}
                  >
                    {making === theme ? "Checking" : drillStartText.newCase2}
                  </BenchButton>
                </Flex>
              );
            })}
        </Card>
      ))}
      {said !== null && (
        <Text role="status" color="danger" fontWeight="semibold">
          {said}
        </Text>
      )}
    </>
  );
}

function CodeCard({ onGo }: { onGo: (query: string) => void }) {
  const [code, setCode] = useState("");
  const read = readCode(code);
  const shown = code.replace(/[\s-]/g, "").length >= 7 && !read.ok ? sourceSentence(read.issue) : null;
  const go = (more: Record<string, string>) =>
    read.ok && onGo(new URLSearchParams({ code: code.trim(), ...more }).toString());
  return (
    <Card title={drillStartText.openByCode}>
      <TextField label={drillStartText.caseCode} value={code} onChange={setCode} placeholder="1K-0001F" />
      <Text role="status" fontSize="sm" color={shown ? "danger" : "soft"} mt="1" minH="20px">
        {shown ?? drillStartText.aCodeGivesTheSame}
      </Text>
      <Flex gap="2" mt="1" wrap="wrap">
        <BenchButton disabled={!read.ok} onClick={() => go({})}>
          {drillStartText.openCase}
        </BenchButton>
        <BenchButton kind="quiet" disabled={!read.ok} onClick={() => go({ class: "1" })}>
          {commonText.classLabel}
        </BenchButton>
        <BenchButton kind="quiet" onClick={() => onGo("class=1")}>
          {drillStartText.logForAClass}
        </BenchButton>
      </Flex>
    </Card>
  );
}
