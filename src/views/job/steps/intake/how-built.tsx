"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import type { BuildQuestion, Job } from "@/core/records/job";
import { sketches } from "@/pictures/how-to-tell";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { Text } from "@/ui/text";
import { labelPlaces, type TellId, tellWords } from "@/words/how-to-tell";
import { compressorLabels, fanLabels, highPortLabels, meteringLabels, optionsOf } from "@/words/job";
import { commonText } from "@/words/screens/common";
import { howBuiltText } from "@/words/screens/steps/intake";

type Intake = Job["intake"];

const NOT_SURE = { value: "unsure", label: howBuiltText.unknown } as const;

/** Build of the circuit: each question with drawings that help, and "unknown" as an answer. */
export function HowBuilt() {
  const { job, edit } = useJob();
  const { intake } = job;
  const answer = <Key extends BuildQuestion>(key: Key, value: Intake[Key] | "unsure") =>
    edit((stored) => {
      const others = stored.intake.unsure.filter((one) => one !== key);
      return {
        ...stored,
        intake: {
          ...stored.intake,
          [key]: value === "unsure" ? null : value,
          unsure: value === "unsure" ? [...others, key] : others,
        },
      };
    });
  const given = <Key extends BuildQuestion>(key: Key) => (intake.unsure.includes(key) ? "unsure" : intake[key]);
  const both = intake.unsure.includes("metering") || intake.unsure.includes("compressor");
  return (
    <Card title={howBuiltText.build}>
      <Stack gap="3">
        <Question tells={["valve", "receiver", "orifice", "accumulator"]} about={howBuiltText.theMeteringDevice}>
          <Choice
            label={howBuiltText.meteringDevice}
            options={[...optionsOf(meteringLabels), NOT_SURE]}
            value={given("metering")}
            onChange={(value) => answer("metering", value)}
          />
        </Question>
        <Question
          tells={["fixed", "variable-internal", "variable-external", "electric"]}
          about={howBuiltText.theCompressor}
        >
          <Choice
            label={commonText.compressor}
            options={[...optionsOf(compressorLabels), NOT_SURE]}
            value={given("compressor")}
            onChange={(value) => answer("compressor", value)}
          />
        </Question>
        <Question tells={["fan-electric", "fan-viscous"]} about={howBuiltText.theCondenserFan}>
          <Choice
            label={howBuiltText.condenserFan}
            options={[...optionsOf(fanLabels), NOT_SURE]}
            value={given("condenserFan")}
            onChange={(value) => answer("condenserFan", value)}
          />
        </Question>
        <Question tells={["one-evaporator", "two-evaporators"]} about={howBuiltText.theEvaporators}>
          <Choice
            label={howBuiltText.evaporators}
            options={[{ value: "1", label: howBuiltText.one }, { value: "2", label: howBuiltText.two }, NOT_SURE]}
            value={
              intake.unsure.includes("evaporators")
                ? "unsure"
                : intake.evaporators === null
                  ? null
                  : intake.evaporators === 1
                    ? "1"
                    : "2"
            }
            onChange={(count) => answer("evaporators", count === "unsure" ? "unsure" : count === "1" ? 1 : 2)}
          />
        </Question>
        <Question tells={["high-port", "low-port"]} about={howBuiltText.thePorts}>
          <Choice
            label={howBuiltText.highSidePort}
            options={optionsOf(highPortLabels)}
            value={intake.highPort ?? "after-condenser"}
            onChange={(highPort) => edit((stored) => ({ ...stored, intake: { ...stored.intake, highPort } }))}
          />
        </Question>
        {both && (
          <Text color="wait" fontSize="md" role="status">
            {howBuiltText.ifUnknownAllPossibleBuilds}
          </Text>
        )}
      </Stack>
    </Card>
  );
}

/** A question with its drawings, folded away until they are wanted. */
function Question({ tells, about, children }: { tells: readonly TellId[]; about: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Box>
      <Flex gap="3" align="end" wrap="wrap" justify="space-between">
        {children}
        <BenchButton
          kind="quiet"
          px="3"
          aria-expanded={open}
          aria-label={howBuiltText.identify(about)}
          onClick={() => setOpen(!open)}
        >
          {open ? "Close" : howBuiltText.howToTell}
        </BenchButton>
      </Flex>
      {open && (
        <Grid
          templateColumns={{ base: "1fr 1fr", xl: "repeat(4, minmax(0, 1fr))" }}
          gap="3"
          mt="2"
          p="3"
          bg="ground"
          rounded="card"
        >
          {tells.map((id) => (
            <Box key={id}>
              {sketches[id]}
              <Text kind="item" mt="1">
                {tellWords[id].name}
              </Text>
              <Text kind="note" lineHeight="1.3">
                {tellWords[id].text}
              </Text>
            </Box>
          ))}
        </Grid>
      )}
    </Box>
  );
}

/** Where the label is and what its lines mean. */
export function WhereLabel() {
  const [open, setOpen] = useState(false);
  return (
    <Box>
      <BenchButton
        kind="quiet"
        px="3"
        aria-expanded={open}
        aria-label={howBuiltText.labelLocation}
        onClick={() => setOpen(!open)}
      >
        {open ? "Close" : howBuiltText.labelLocation}
      </BenchButton>
      {open && (
        <Box mt="2" p="3" bg="ground" rounded="card">
          {sketches.label}
          <Text kind="note" mt="1">
            {labelPlaces}
          </Text>
        </Box>
      )}
    </Box>
  );
}
