"use client";

import { Grid, Stack } from "@chakra-ui/react";
import type { HoldAnswer, HoldIssue } from "@/core/charge/vacuum/judge-hold";
import { vacuumGauges, vacuumTarget } from "@/core/charge/vacuum/target";
import { holdReadings, holdSettingOf } from "@/core/records/derived/job-hold";
import { fields } from "@/core/records/fields";
import type { Result } from "@/core/result";
import { VacuumTrace } from "@/pictures/charts/vacuum-trace";
import { useChargeAnswer } from "@/session/charge-answers";
import { useChoices } from "@/session/choices";
import { useJob, useLiveOf, useSetPart } from "@/session/session";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { StepEnd } from "@/views/job/frame/step-end";
import { StationCard } from "@/views/job/steps/recover/station-card";
import { optionsOf, vacuumGaugeLabels } from "@/words/job";
import { evacuateStepText } from "@/words/screens/steps/evacuate";
import { holdIssueSentence } from "@/words/vacuum";
import { HoldReading, SightCard } from "./hold-reading";
import { PumpCard } from "./pump-card";
import { TypedHold } from "./typed-hold";

export function EvacuateStep() {
  const { job } = useJob();
  return job.station.used ? (
    <Stack gap="3.5" maxW="1080px">
      <StationCard />
      <StepEnd step="evacuate" />
    </Stack>
  ) : (
    <PumpedByHand />
  );
}

function PumpedByHand() {
  const figures = useFigures();
  const { job } = useJob();
  const set = useSetPart("evacuate");
  const { holdS, wantedLeakGYear, vacuum } = useChoices();
  const { evacuate } = job;
  const ambient = useLiveOf((live) => live?.values.ambient ?? null);
  // Half a degree of the air would only make the answer tremble.
  const setting = holdSettingOf(job, ambient === null ? null : Math.round(ambient));
  const points = holdReadings(job);
  const unit = evacuate.lowest.unit;
  const key =
    setting === null || points.length < 2 ? null : JSON.stringify([points.length, points[0], points.at(-1), setting]);
  const answer = useChargeAnswer<Result<HoldAnswer, HoldIssue>>(key, (api) => api.judgeHold(points, setting!));
  const target =
    setting === null ? null : vacuumTarget(setting.coldestWallC, setting.altitudeM, evacuate.gauge, vacuum);
  // Two readings have no curve.
  const fitted = answer?.ok && answer.value.readings === "trace" ? answer.value.fitted : null;
  return (
    <Stack gap="3.5" maxW="1080px">
      <PumpCard target={target} holdS={holdS} />
      <Card title={evacuateStepText.pressureSincePumpStart}>
        <VacuumTrace
          evacuate={evacuate}
          targetKpa={target?.targetKpa ?? null}
          boilingKpa={target?.boilingKpa ?? null}
          fitted={fitted}
          unit={unit}
        />
      </Card>
      {answer?.ok && target !== null ? (
        <HoldReading
          answer={answer.value}
          unit={unit}
          wantedGYear={wantedLeakGYear}
          chosenS={holdS}
          targetKpa={target.targetKpa}
        />
      ) : (
        answer?.ok === false && (
          <Notice tone="wait" title={evacuateStepText.holdNotJudgedYet}>
            {holdIssueSentence(answer.issue, figures)}
          </Notice>
        )
      )}
      {setting !== null && <SightCard setting={setting} holdS={holdS} wantedGYear={wantedLeakGYear} />}
      <Grid templateColumns={{ base: "1fr", xl: "1fr 1fr" }} gap="3.5" alignItems="start">
        <Card title={evacuateStepText.gaugeAndColdestPart}>
          <Stack gap="3">
            <Choice
              label={evacuateStepText.vacuumGauge}
              options={optionsOf(vacuumGaugeLabels)}
              value={vacuumGauges.includes(evacuate.gauge) ? evacuate.gauge : null}
              onChange={(gauge) => set({ gauge })}
            />
            <NumberField
              spec={fields.wall}
              value={evacuate.wall}
              hint={evacuateStepText.waterStaysThereLongest}
              onChange={(wall) => set({ wall })}
            />
          </Stack>
        </Card>
        <TypedHold />
      </Grid>
      <StepEnd step="evacuate" />
    </Stack>
  );
}
