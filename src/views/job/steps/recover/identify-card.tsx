"use client";

import { Box, Grid } from "@chakra-ui/react";
import { cylinderFor, identifiedResults } from "@/core/charge/identification";
import { identificationOf } from "@/core/records/derived/job-readings";
import { foreignOf } from "@/core/records/derived/job-rest";
import { fields } from "@/core/records/fields";
import { useJob, useSetPart } from "@/session/session";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { foreignSentence } from "@/words/diagnosis";
import { cylinderWords, identifiedLabels } from "@/words/recover";
import { identifyCardText } from "@/words/screens/steps/recover";

const tones = { same: "done", own: "act", "not-known": "wait" } as const;

/** Before anything is recovered: what an identifier at the port shows, and which cylinder that may go into. */
export function IdentifyCard() {
  const { job } = useJob();
  const set = useSetPart("recover");
  const { identified } = job.recover;
  const change = (part: Partial<typeof identified>) =>
    set((stored) => ({ identified: { ...stored.identified, ...part } }));
  const known = identificationOf(job);
  const foreign = foreignOf(job);
  const figures = useFigures();
  const [title, meaning] = known === null ? ["", ""] : cylinderWords[cylinderFor(known)];
  const read = identified.result !== null && identified.result !== "not-checked";
  return (
    <Card title={identifyCardText.identifyBeforeRecovery}>
      {foreign && (
        <Box mb="3">
          <Notice tone="act" title={foreignSentence(foreign, figures)} />
        </Box>
      )}
      <Choice
        label={identifyCardText.identifierResult}
        options={identifiedResults.map((value) => ({ value, label: identifiedLabels[value] }))}
        value={identified.result}
        onChange={(result) => change({ result })}
      />
      {read && (
        <Grid templateColumns={{ base: "1fr", md: "1fr 1fr 1fr" }} gap="3" mt="3">
          <NumberField spec={fields.purity} value={identified.purity} onChange={(purity) => change({ purity })} />
          <NumberField spec={fields.air} value={identified.air} onChange={(air) => change({ air })} />
          <NumberField
            spec={fields.hydrocarbons}
            value={identified.hydrocarbons}
            onChange={(hydrocarbons) => change({ hydrocarbons })}
          />
        </Grid>
      )}
      {known !== null && (
        <Box mt="3">
          <Notice tone={tones[cylinderFor(known)]} title={title}>
            {meaning}
          </Notice>
        </Box>
      )}
    </Card>
  );
}
