"use client";

import { Grid, Stack, Text } from "@chakra-ui/react";
import { causeNames } from "@/core/diagnosis/causes";
import type { Diagnosis } from "@/core/diagnosis/diagnosis";
import { formatNumber } from "@/core/units/units";
import { Card } from "@/ui/card";
import { Notice } from "@/ui/notice";
import { CauseBar, useDiagnosis } from "../evidence-rail";
import { StepEnd } from "./step-end";

/** Above this one cause leads clearly enough to be named alone. */
const CLEAR = 0.7;

export function VerdictStep() {
  const diagnosis = useDiagnosis("baseline");
  if (diagnosis === null) {
    return (
      <Stack gap="3.5" maxW="1080px">
        <Notice title="No verdict without readings">
          Give label, ambient, altitude and at least one running reading. Until then nothing is guessed.
        </Notice>
      </Stack>
    );
  }
  const [first, second] = diagnosis.causes;
  return (
    <Stack gap="3.5" maxW="1080px">
      <Notice
        tone={first && first.probability >= CLEAR ? "done" : "wait"}
        title={
          first && first.probability >= CLEAR
            ? `Most likely: ${causeNames[first.cause].toLowerCase()}, ${Math.round(first.probability * 100)} %`
            : `Undecided: ${first ? causeNames[first.cause].toLowerCase() : "nothing"} or ${second ? causeNames[second.cause].toLowerCase() : "something else"}`
        }
      >
        {decision(diagnosis)}
      </Notice>
      {diagnosis.warnings.map((warning) => (
        <Text key={warning} color="soft">
          {warning}
        </Text>
      ))}
      <Card title="Causes, with what speaks for and against each">
        <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} columnGap="6" rowGap="2">
          {diagnosis.causes
            .filter((cause) => cause.probability > 0.005)
            .slice(0, 8)
            .map((cause) => (
              <CauseBar key={cause.cause} {...cause} reasons={4} />
            ))}
        </Grid>
      </Card>
      {diagnosis.charge && (
        <Card title="The amount">
          <Text fontSize="28px" fontWeight="650">
            {formatNumber(diagnosis.charge.lowG, "g")} to {formatNumber(diagnosis.charge.highG, "g")} g
          </Text>
          <Text color="soft">
            These readings fit any of these. Pressures do not weigh: recover it and read the scale.
          </Text>
        </Card>
      )}
      <StepEnd step="verdict" gaps={[]} />
    </Stack>
  );
}

/** What to do now, in one sentence with its reason. */
function decision(diagnosis: Diagnosis): string {
  const cause = diagnosis.causes[0]?.cause;
  switch (cause) {
    case "none":
      return "If it still complains, repeat the test hotter, or recover and weigh before anything is changed.";
    case "undercharge":
      return "Recover and weigh what is left, then ask where it went: find the leak before the label charge goes in.";
    case "overcharge":
    case "air":
      return "Recover and weigh, evacuate, charge the label weight: gauges cannot tell how much is too much.";
    case "condenser-airflow":
    case "evaporator-airflow":
    case "blend-door":
      return "Check fan, fins, filter and door by eye first: it costs minutes and no refrigerant.";
    case "compressor-worn":
    case "compressor-low-stroke":
    case "compressor-not-driven":
      return "Check switch, command, clutch and belt before the compressor is condemned.";
    default:
      return "Follow the line temperatures to the drop, then recover and weigh before the circuit is opened.";
  }
}
