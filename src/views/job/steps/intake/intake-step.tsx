"use client";

import { Flex, Grid, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { complaintNames } from "@/core/causes/complaints";
import { labelDoubts } from "@/core/readings/file/label-check";
import { fields } from "@/core/records/fields";
import { type Job, labelRefrigerants, type StopSign } from "@/core/records/job";
import { labelOf, USUAL_TOLERANCE_G, workableRefrigerant } from "@/core/records/job-label";
import { entryValue } from "@/core/units/entry";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { useFigures } from "@/ui/figures";
import { Caution, Notice } from "@/ui/notice";
import { NumberField } from "@/ui/number-field";
import { Several, toggled } from "@/ui/several";
import { Text } from "@/ui/text";
import { TextField } from "@/ui/text-field";
import { LabelDoubts } from "@/views/job/frame/label-doubts";
import { StepEnd } from "@/views/job/frame/step-end";
import { labelDoubtSentence } from "@/words/issues";
import { historyLabels, oilLabels, optionsOf, refrigerantLabels, stopSignLabels, unreadableLabel } from "@/words/job";
import { HowBuilt, WhereLabel } from "./how-built";
import { VehicleIdentity } from "./vehicle-identity";
import { WhichCar } from "./which-car";

type Intake = Job["intake"];

export function IntakeStep() {
  const figures = useFigures();
  const { job, edit } = useJob();
  const { intake } = job;
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
  const set = <Key extends keyof Intake>(key: Key, value: Intake[Key]) =>
    edit((stored) => ({ ...stored, intake: { ...stored.intake, [key]: value } }));
  return (
    <Stack gap="3.5" maxW="1080px">
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3.5">
        <Card title="Vehicle and complaint">
          <Stack gap="3">
            <TextField
              label="Vehicle"
              value={intake.vehicle}
              placeholder="Name used here"
              onChange={(vehicle) => set("vehicle", vehicle)}
            />
            <WhichCar />
            <VehicleIdentity intake={intake} set={set} />
            <TextField
              label="Complaint"
              lines={3}
              value={intake.complaint}
              placeholder="Symptoms, and when it last cooled"
              onChange={(complaint) => set("complaint", complaint)}
            />
            <Several
              label="Symptom"
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
              label="Previous A/C work"
              options={optionsOf(historyLabels)}
              value={intake.history}
              onChange={(history) => set("history", history)}
            />
            <AltitudeHere />
          </Stack>
        </Card>
        <Card title="Label under the bonnet">
          <Stack gap="3">
            <WhereLabel />
            <Choice
              label="Refrigerant"
              options={labelRefrigerants.map((value) => ({ value, label: refrigerantLabels[value] }))}
              value={intake.refrigerant}
              onChange={(refrigerant) => set("refrigerant", refrigerant)}
            />
            <Grid templateColumns="1fr 1fr" gap="3">
              <NumberField spec={fields.charge} value={intake.charge} onChange={(charge) => set("charge", charge)} />
              <NumberField
                spec={fields.tolerance}
                value={intake.tolerance}
                label="Tolerance, ±"
                hint={`Blank = ± ${figures.quantity(USUAL_TOLERANCE_G, "g")}.`}
                onChange={(tolerance) => set("tolerance", tolerance)}
              />
            </Grid>
            {(intake.charge.text.trim() === "" || intake.labelUnreadable) && (
              <BenchButton
                kind={intake.labelUnreadable ? "main" : "quiet"}
                alignSelf="start"
                px="3"
                fontSize="15px"
                aria-pressed={intake.labelUnreadable}
                onClick={() => set("labelUnreadable", !intake.labelUnreadable)}
              >
                Label missing or unreadable
              </BenchButton>
            )}
            {intake.labelUnreadable && (
              <Text fontSize="15px" color="wait" role="status">
                {unreadableLabel}
              </Text>
            )}
            <Choice
              label="Oil on the label"
              options={optionsOf(oilLabels)}
              value={intake.oilKind}
              onChange={(oilKind) => set("oilKind", oilKind)}
            />
            {doubts.length === 0 ? (
              <Text fontSize="14px" color="soft">
                Charge by label weight, never by pressure.
              </Text>
            ) : (
              doubts.map((doubt) => (
                <Text key={doubt.code} fontSize="15px" color="wait" role="status">
                  {labelDoubtSentence(doubt, figures)}
                </Text>
              ))
            )}
          </Stack>
        </Card>
        <LabelDoubts />
      </Grid>
      {intake.refrigerant === "R744" && (
        <Notice tone="act" title="CO₂ circuits are not supported">
          They run near the critical point at ten times these pressures, where saturation does not apply. Use the
          maker's equipment and procedure.
        </Notice>
      )}
      {intake.refrigerant === "other" && (
        <Notice tone="act" title="Identify the refrigerant first">
          Gauges cannot identify refrigerants. Check label and port type, use an identifier, and recover unknown
          refrigerant into a separate cylinder.
        </Notice>
      )}
      {intake.refrigerant === "R1234yf" && (
        <Caution title="R1234yf is flammable">
          Ventilate, keep sparks and flames away, use only equipment rated for it.
        </Caution>
      )}
      <HowBuilt />
      {intake.compressor === "electric" && (
        <Caution title="Electric compressor: high voltage">
          Qualified people only. Use its insulating oil; traces of another oil destroy it.
        </Caution>
      )}
      <Card title="Do not run the engine if:">
        <Several
          label="Signs that forbid running"
          hideLabel
          forbids
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

/** Asked for where the shop has not said in its settings how high it lies; else it is said, and can be changed. */
function AltitudeHere() {
  const figures = useFigures();
  const { job, edit } = useJob();
  // What is being typed must not vanish under the hand.
  const [asks, setAsks] = useState(entryValue(fields.altitude, job.altitude) === null);
  if (!asks) {
    return (
      <Flex align="center" gap="3" wrap="wrap">
        <Text color="soft" fontSize="15px">
          {`Altitude ${figures.quantity(entryValue(fields.altitude, job.altitude), "m")} corrects the gauge readings.`}
        </Text>
        <BenchButton kind="quiet" px="3" fontSize="15px" onClick={() => setAsks(true)}>
          Change altitude
        </BenchButton>
      </Flex>
    );
  }
  return (
    <NumberField
      spec={fields.altitude}
      value={job.altitude}
      label="Workshop altitude"
      hint="Corrects the gauge readings. Settings keep it for all jobs."
      onChange={(altitude) => edit((stored) => ({ ...stored, altitude }))}
    />
  );
}

const stopReasons: Record<StopSign, string> = {
  bang: "A bang may be a burst hose or seized compressor: running it can cause more damage.",
  hiss: "Refrigerant is escaping: keep away, let it stop, ventilate.",
  smell: "Burnt oil or clutch: the belt on a seized compressor can fail.",
  "oil-spray": "Oil at a joint under pressure: it may let go.",
};

/** Where a job goes that must not be run: no step two, but what to do instead. */
function StopPage({ signs }: { signs: StopSign[] }) {
  return (
    <Stack gap="3">
      <Notice tone="act" title="Do not run the engine">
        {signs.map((sign) => stopReasons[sign]).join(" ")}
      </Notice>
      <Card title="Do this instead">
        <Stack as="ol" gap="1" ps="5" listStyleType="decimal" fontSize="16px">
          <li>Air conditioning and engine off; ventilate. R1234yf: no sparks or flames.</li>
          <li>Look from a distance: belt, clutch, hoses, oil on the ground.</li>
          <li>Recover and weigh before opening anything, then find the damage.</li>
          <li>Local law, the maker's procedure and licensed practice come first.</li>
        </Stack>
        <Text color="soft" mt="2">
          Recovery stays available. Clear a sign here if it was set by mistake.
        </Text>
      </Card>
    </Stack>
  );
}
