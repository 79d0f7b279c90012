"use client";

import { Grid, Stack } from "@chakra-ui/react";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import type { HoldSetting } from "@/core/charge/vacuum/hold";
import type { HoldFit, HoldIssue } from "@/core/charge/vacuum/hold-fit";
import { vacuumGauges, vacuumTarget } from "@/core/charge/vacuum/target";
import { saturationGaugeKpa } from "@/core/readings/derive/saturation-temperature";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { vehicleLabelOf, workableRefrigerant } from "@/core/records/job-readings";
import { holdPoints, LEAST_HOLD_POINTS } from "@/core/records/run-sheet";
import type { Result } from "@/core/result";
import { entryValue } from "@/core/units/entry";
import { VacuumTrace } from "@/pictures/vacuum-trace";
import { useChargeAnswer } from "@/session/charge-answers";
import { useChoices } from "@/session/choices";
import { useJob, useLiveOf, useSetPart } from "@/session/session";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { NumberField } from "@/ui/number-field";
import { StepEnd } from "@/views/job/frame/step-end";
import { optionsOf, vacuumGaugeLabels } from "@/words/job";
import { holdIssueSentence } from "@/words/vacuum";
import { HoldReading, SightCard } from "./hold-reading";
import { PumpCard } from "./pump-card";
import { TypedHold } from "./typed-hold";

/** Volume of a middling circuit where the label is not known, m3. */
const USUAL_VOLUME_M3 = 3.4e-3;
/** The mean temperature of a year, at which a leak will face the standing charge, degC. */
const YEAR_C = 20;

export function EvacuateStep() {
  const figures = useFigures();
  const { job } = useJob();
  const set = useSetPart("evacuate");
  const { holdS, wantedLeakGYear, vacuum } = useChoices();
  const { evacuate } = job;
  const setting = useHoldSetting(job);
  const points = holdPoints(evacuate);
  const started = points[0]?.time ?? 0;
  const unit = evacuate.lowest.unit;
  const key =
    setting === null || points.length < LEAST_HOLD_POINTS
      ? null
      : JSON.stringify([points.length, points.at(-1), setting]);
  const fit = useChargeAnswer<Result<HoldFit, HoldIssue>>(key, (api) => api.fit(points, setting!));
  const target =
    setting === null ? null : vacuumTarget(setting.coldestWallC, setting.altitudeM, evacuate.gauge, vacuum);
  const fitted = fit?.ok ? fit.value.fitted : null;
  return (
    <Stack gap="3.5" maxW="1080px">
      <PumpCard target={target} school={vacuum} holdS={holdS} />
      <Card title="Pressure since the pump was started">
        <VacuumTrace
          evacuate={evacuate}
          targetKpa={target?.targetKpa ?? null}
          boilingKpa={target?.boilingKpa ?? null}
          fitted={fitted}
          unit={unit}
        />
      </Card>
      {fit?.ok ? (
        <HoldReading
          fit={fit.value}
          seconds={(points.at(-1)?.time ?? 0) - started}
          unit={unit}
          wantedGYear={wantedLeakGYear}
          chosenS={holdS}
        />
      ) : (
        fit && (
          <Notice tone="wait" title="The hold cannot be read yet">
            {holdIssueSentence(fit.issue, figures)}
          </Notice>
        )
      )}
      {setting !== null && (
        <SightCard
          setting={setting}
          holdS={holdS}
          wantedGYear={wantedLeakGYear}
          startKpa={points[0]?.kpa ?? target!.targetKpa / 2}
        />
      )}
      <Grid templateColumns={{ base: "1fr", xl: "1fr 1fr" }} gap="3.5" alignItems="start">
        <Card title="Gauge and the coldest part">
          <Stack gap="3">
            <Choice
              label="Vacuum gauge"
              options={optionsOf(vacuumGaugeLabels)}
              value={vacuumGauges.includes(evacuate.gauge) ? evacuate.gauge : null}
              onChange={(gauge) => set({ gauge })}
            />
            <NumberField
              spec={fields.wall}
              value={evacuate.wall}
              hint="The pressure must get under what water boils at there."
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

/** Where the hold is read in: volume, wall, altitude, gauge; null while wall or altitude are missing. */
function useHoldSetting(job: Job): HoldSetting | null {
  const ambient = useLiveOf((live) => live?.values.ambient ?? null);
  const label = vehicleLabelOf(job);
  const volume = useChargeAnswer(label === null ? null : JSON.stringify(label), (api) => api.volume(label!));
  // Until a colder part is named, what is known of the air stands for it; half a degree would only make the answer tremble.
  const coldestWallC = entryValue(fields.wall, job.evacuate.wall) ?? (ambient === null ? null : Math.round(ambient));
  const altitudeM = entryValue(fields.altitude, job.altitude);
  const refrigerant = workableRefrigerant(job);
  if (coldestWallC === null || altitudeM === null || refrigerant === null) return null;
  const standing = saturationGaugeKpa(refrigerant, YEAR_C, altitudeM) ?? 470;
  return {
    volumeM3: volume ?? USUAL_VOLUME_M3,
    coldestWallC,
    altitudeM,
    gauge: job.evacuate.gauge,
    standingKpa: standing + atmosphericPressureKpa(altitudeM),
  };
}
