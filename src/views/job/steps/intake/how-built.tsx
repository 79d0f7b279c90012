"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import type { BuildQuestion, Job } from "@/core/records/job";
import { sketches } from "@/pictures/how-to-tell";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { Text } from "@/ui/text";
import { labelPlaces, type TellId, tellWords } from "@/words/how-to-tell";
import { compressorLabels, fanLabels, highPortLabels, meteringLabels, optionsOf } from "@/words/job";

type Intake = Job["intake"];

const NOT_SURE = { value: "unsure", label: "Unknown" } as const;

/** How the circuit is built: each question with the drawings that help to answer it, and "not sure" as an answer. */
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
    <Card title="Build">
      <Stack gap="3">
        <Question tells={["valve", "receiver", "orifice", "accumulator"]} about="the metering device">
          <Choice
            label="Metering device"
            options={[...optionsOf(meteringLabels), NOT_SURE]}
            value={given("metering")}
            onChange={(value) => answer("metering", value)}
          />
        </Question>
        <Question tells={["fixed", "variable-internal", "variable-external", "electric"]} about="the compressor">
          <Choice
            label="Compressor"
            options={[...optionsOf(compressorLabels), NOT_SURE]}
            value={given("compressor")}
            onChange={(value) => answer("compressor", value)}
          />
        </Question>
        <Question tells={["fan-electric", "fan-viscous"]} about="the condenser fan">
          <Choice
            label="Condenser fan"
            options={[...optionsOf(fanLabels), NOT_SURE]}
            value={given("condenserFan")}
            onChange={(value) => answer("condenserFan", value)}
          />
        </Question>
        <Question tells={["one-evaporator", "two-evaporators"]} about="the evaporators">
          <Choice
            label="Evaporators"
            options={[{ value: "1", label: "One" }, { value: "2", label: "Two" }, NOT_SURE]}
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
        <Question tells={["high-port", "low-port"]} about="the ports">
          <Choice
            label="High-side port"
            options={optionsOf(highPortLabels)}
            value={intake.highPort ?? "after-condenser"}
            onChange={(highPort) => edit((stored) => ({ ...stored, intake: { ...stored.intake, highPort } }))}
          />
        </Question>
        {both && (
          <Text color="wait" fontSize="15px" role="status">
            If unknown, all possible builds count equally and the expected range covers them all. You can enter it at
            any time.
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
          fontSize="15px"
          aria-expanded={open}
          aria-label={`Identify ${about}`}
          onClick={() => setOpen(!open)}
        >
          {open ? "Close" : "How to tell"}
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
              <Text fontSize="15px" fontWeight="650" mt="1">
                {tellWords[id].name}
              </Text>
              <Text fontSize="14px" color="soft" lineHeight="1.3">
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
        fontSize="15px"
        aria-expanded={open}
        aria-label="Label location"
        onClick={() => setOpen(!open)}
      >
        {open ? "Close" : "Label location"}
      </BenchButton>
      {open && (
        <Box mt="2" p="3" bg="ground" rounded="card">
          {sketches.label}
          <Text fontSize="14px" color="soft" mt="1">
            {labelPlaces}
          </Text>
        </Box>
      )}
    </Box>
  );
}
