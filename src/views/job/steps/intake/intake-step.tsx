"use client";

import { Flex, Grid, Stack } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { complaintNames } from "@/core/causes/complaints";
import { isRefrigerant, refrigerantEntry } from "@/core/fluids/refrigerants";
import { labelDoubts } from "@/core/readings/file/label-check";
import { labelOf, USUAL_TOLERANCE_G, workableRefrigerant } from "@/core/records/derived/job-label";
import { fields } from "@/core/records/fields";
import { type Job, labelRefrigerants, type StopSign } from "@/core/records/job";
import { entryValue } from "@/core/units/entry";
import { useJob } from "@/session/session";
import { bringTo } from "@/ui/bring-to";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { NumberField } from "@/ui/fields/number-field";
import { Several, toggled } from "@/ui/fields/several";
import { TextField } from "@/ui/fields/text-field";
import { useFigures } from "@/ui/figures";
import { Caution, Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { LabelDoubts } from "@/views/job/frame/label-doubts";
import { StepEnd } from "@/views/job/frame/step-end";
import { labelDoubtSentence } from "@/words/issues";
import { historyLabels, oilLabels, optionsOf, refrigerantLabels, stopSignLabels, unreadableLabel } from "@/words/job";
import { commonText } from "@/words/screens/common";
import { intakeStepText } from "@/words/screens/steps/intake";
import { EarlierOutcome, SimilarVehicles } from "./earlier-outcome";
import { HowBuilt, WhereLabel } from "./how-built";
import { VehicleIdentity } from "./vehicle-identity";
import { WhichCar } from "./which-car";

type Intake = Job["intake"];

export function IntakeStep() {
  useFirstField();
  const { job, edit } = useJob();
  const { intake } = job;
  return (
    <Stack gap="3.5">
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3.5">
        <VehicleCard />
        <LabelCard />
        <LabelDoubts />
      </Grid>
      <RefrigerantNotes refrigerant={intake.refrigerant} />
      <HowBuilt />
      {intake.compressor === "electric" && (
        <Caution title={intakeStepText.electricCompressorHighVoltage}>
          {intakeStepText.qualifiedPeopleOnlyUseIts}
        </Caution>
      )}
      <Card title={intakeStepText.doNotRunTheEngine}>
        <Several
          label={intakeStepText.signsThatForbidRunning}
          hideLabel
          options={optionsOf(stopSignLabels)}
          value={intake.stopSigns}
          onToggle={(sign) =>
            edit((stored) => ({
              ...stored,
              intake: { ...stored.intake, stopSigns: toggled(stored.intake.stopSigns, sign) },
            }))
          }
        />
      </Card>
      {intake.stopSigns.length > 0 ? <StopPage signs={intake.stopSigns} /> : <StepEnd step="intake" />}
    </Stack>
  );
}

/** Sets one field of the intake. */
function useSetIntake() {
  const { edit } = useJob();
  return <Key extends keyof Intake>(key: Key, value: Intake[Key]) =>
    edit((stored) => ({ ...stored, intake: { ...stored.intake, [key]: value } }));
}

function VehicleCard() {
  const { job, edit } = useJob();
  const { intake } = job;
  const set = useSetIntake();
  return (
    <Card title={intakeStepText.vehicleAndComplaint}>
      <Stack gap="3">
        <TextField
          label={commonText.vehicle}
          value={intake.vehicle}
          placeholder={intakeStepText.nameUsedHere}
          onChange={(vehicle) => set("vehicle", vehicle)}
        />
        <WhichCar />
        <SimilarVehicles />
        <VehicleIdentity intake={intake} set={set} />
        <TextField
          label={intakeStepText.complaint}
          lines={3}
          value={intake.complaint}
          placeholder={intakeStepText.symptomsAndWhenItLast}
          onChange={(complaint) => set("complaint", complaint)}
        />
        <Several
          label={intakeStepText.symptom}
          options={optionsOf(complaintNames)}
          value={intake.complaints}
          onToggle={(complaint) =>
            edit((stored) => ({
              ...stored,
              intake: { ...stored.intake, complaints: toggled(stored.intake.complaints, complaint) },
            }))
          }
        />
        <Choice
          label={intakeStepText.previousACWork}
          options={optionsOf(historyLabels)}
          value={intake.history}
          onChange={(history) => set("history", history)}
        />
        <AltitudeHere />
        <EarlierOutcome />
      </Stack>
    </Card>
  );
}

function LabelCard() {
  const figures = useFigures();
  const { job } = useJob();
  const { intake } = job;
  const set = useSetIntake();
  const refrigerant = workableRefrigerant(job);
  const { chargeG, toleranceG } = labelOf(job);
  const doubts =
    refrigerant === null || intake.compressor === null
      ? []
      : labelDoubts(
          { refrigerant, compressor: intake.compressor, evaporators: intake.evaporators, chargeG },
          toleranceG,
          intake.oilKind,
        );
  return (
    <Card title={intakeStepText.labelUnderTheBonnet}>
      <Stack gap="3">
        <WhereLabel />
        <Choice
          label={commonText.refrigerant}
          options={labelRefrigerants.map((value) => ({ value, label: refrigerantLabels[value] }))}
          value={intake.refrigerant}
          onChange={(refrigerant) => set("refrigerant", refrigerant)}
        />
        <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="3">
          <NumberField spec={fields.charge} value={intake.charge} onChange={(charge) => set("charge", charge)} />
          <NumberField
            spec={fields.tolerance}
            value={intake.tolerance}
            label={intakeStepText.tolerance}
            hint={intakeStepText.blank(figures.quantity(USUAL_TOLERANCE_G, "g"))}
            onChange={(tolerance) => set("tolerance", tolerance)}
          />
        </Grid>
        {(intake.charge.text.trim() === "" || intake.labelUnreadable) && (
          <BenchButton
            alignSelf="start"
            px="3"
            aria-pressed={intake.labelUnreadable}
            onClick={() => set("labelUnreadable", !intake.labelUnreadable)}
          >
            {intakeStepText.labelMissingOrUnreadable}
          </BenchButton>
        )}
        {intake.labelUnreadable && (
          <Text fontSize="md" color="wait" role="status">
            {unreadableLabel}
          </Text>
        )}
        <Choice
          label={intakeStepText.oilOnTheLabel}
          options={optionsOf(oilLabels)}
          value={intake.oilKind}
          onChange={(oilKind) => set("oilKind", oilKind)}
        />
        {doubts.length === 0 ? (
          <Text kind="note">{intakeStepText.chargeByLabelWeightNever}</Text>
        ) : (
          doubts.map((doubt) => (
            <Text key={doubt.code} fontSize="md" color="wait" role="status">
              {labelDoubtSentence(doubt, figures)}
            </Text>
          ))
        )}
      </Stack>
    </Card>
  );
}

/** What the refrigerant on the label asks for before anything is opened. */
function RefrigerantNotes({ refrigerant }: Pick<Intake, "refrigerant">) {
  return (
    <>
      {refrigerant === "R744" && (
        <Notice tone="act" title={intakeStepText.coCircuitsAreNotSupported}>
          {intakeStepText.theyRunNearTheCritical}
        </Notice>
      )}
      {refrigerant === "other" && (
        <Notice tone="act" title={intakeStepText.identifyTheRefrigerantFirst}>
          {intakeStepText.gaugesCannotIdentifyRefrigerantsCheck}
        </Notice>
      )}
      {isRefrigerant(refrigerant) && refrigerantEntry(refrigerant).flammable && (
        <Caution title={intakeStepText.r1234yfIsFlammable}>{intakeStepText.ventilateKeepSparksAndFlames}</Caution>
      )}
    </>
  );
}

/** Asked for where the shop has not said in its settings how high it lies; else it is said, and can be changed. */
function AltitudeHere() {
  const figures = useFigures();
  const { job, edit } = useJob();
  // A field being typed into must not vanish.
  const [asks, setAsks] = useState(entryValue(fields.altitude, job.altitude) === null);
  if (!asks) {
    return (
      <Flex align="center" gap="3" wrap="wrap">
        <Text kind="aside">
          {intakeStepText.altitudeCorrectsTheGaugeReadings(
            figures.quantity(entryValue(fields.altitude, job.altitude), "m"),
          )}
        </Text>
        <BenchButton kind="quiet" px="3" onClick={() => setAsks(true)}>
          {intakeStepText.changeAltitude}
        </BenchButton>
      </Flex>
    );
  }
  return (
    <NumberField
      spec={fields.altitude}
      value={job.altitude}
      label={intakeStepText.workshopAltitude}
      hint={intakeStepText.correctsTheGaugeReadingsSettings}
      onChange={(altitude) => edit((stored) => ({ ...stored, altitude }))}
    />
  );
}

const stopReasons: Record<StopSign, string> = {
  bang: intakeStepText.aBangMayBeA,
  hiss: intakeStepText.refrigerantIsEscapingKeepAway,
  smell: intakeStepText.burntOilOrClutchThe,
  "oil-spray": intakeStepText.oilAtAJointUnder,
};

/** Where a job goes that must not be run: no step two, but what to do instead. */
function StopPage({ signs }: { signs: StopSign[] }) {
  return (
    <Stack gap="3">
      <Notice tone="act" title={intakeStepText.doNotRunTheEngine2}>
        {signs.map((sign) => stopReasons[sign]).join(" ")}
      </Notice>
      <Card title={intakeStepText.doThisInstead}>
        <Stack as="ol" gap="1" ps="5" listStyleType="decimal" fontSize="md">
          <li>{intakeStepText.airConditioningAndEngineOff}</li>
          <li>{intakeStepText.lookFromADistanceBelt}</li>
          <li>{intakeStepText.recoverAndWeighBeforeOpening}</li>
          <li>{intakeStepText.localLawTheMakersProcedure}</li>
        </Stack>
        <Text kind="soft" mt="2">
          {intakeStepText.recoveryStaysAvailableClearA}
        </Text>
      </Card>
    </Stack>
  );
}

/** A job without a vehicle begins at its first field, so that what is typed next names the vehicle. */
function useFirstField(): void {
  const { job } = useJob();
  const first = useRef(job.intake.vehicle.trim() === "");
  useEffect(() => {
    if (first.current) bringTo(commonText.vehicle);
  }, []);
}
