"use client";

import { Grid, Stack, Text } from "@chakra-ui/react";
import { fields } from "@/core/records/fields";
import { type Job, labelRefrigerants } from "@/core/records/job";
import { intakeGaps } from "@/core/records/job-readings";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { Caution, Notice } from "@/ui/notice";
import { NumberField } from "@/ui/number-field";
import { TextField } from "@/ui/text-field";
import { useJob } from "../job-context";
import { compressorLabels, fanLabels, meteringLabels, optionsOf, refrigerantLabels } from "../words";
import { StepEnd } from "./step-end";

type Intake = Job["intake"];

export function IntakeStep() {
  const { job, edit } = useJob();
  const { intake } = job;
  const set = <Key extends keyof Intake>(key: Key, value: Intake[Key]) =>
    edit((stored) => ({ ...stored, intake: { ...stored.intake, [key]: value } }));
  return (
    <Stack gap="3.5" maxW="1080px">
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3.5">
        <Card title="The vehicle and what is wrong">
          <Stack gap="3">
            <TextField
              label="Vehicle"
              value={intake.vehicle}
              placeholder="Owner, model, number plate"
              onChange={(vehicle) => set("vehicle", vehicle)}
            />
            <TextField
              label="Complaint"
              lines={3}
              value={intake.complaint}
              placeholder="What it does, since when, who worked on it"
              onChange={(complaint) => set("complaint", complaint)}
            />
            <NumberField
              spec={fields.altitude}
              value={job.altitude}
              label="Altitude of this shop"
              hint="Gauges read against the air around them."
              onChange={(altitude) => edit((stored) => ({ ...stored, altitude }))}
            />
          </Stack>
        </Card>
        <Card title="From the label under the bonnet">
          <Stack gap="3">
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
                onChange={(tolerance) => set("tolerance", tolerance)}
              />
            </Grid>
            <Text fontSize="14px" color="soft">
              The label decides the amount. No pressure does.
            </Text>
          </Stack>
        </Card>
      </Grid>
      {intake.refrigerant === "R744" && (
        <Notice tone="act" title="CO₂ circuits are not for this tool">
          They run near and above the critical point, at ten times these pressures, where saturation says nothing about
          the high side. Use the maker's equipment and procedure.
        </Notice>
      )}
      {intake.refrigerant === "other" && (
        <Notice tone="act" title="Find out what is in it first">
          Gauges cannot tell refrigerants apart. Look at label and port type, use an identifier, and recover anything
          unknown into its own cylinder.
        </Notice>
      )}
      {intake.refrigerant === "R1234yf" && (
        <Caution title="R1234yf burns">
          Ventilate, keep sparks and flames away, and use only equipment rated for it.
        </Caution>
      )}
      <Card title="How it is built">
        <Stack gap="3">
          <Choice
            label="Metering device"
            options={optionsOf(meteringLabels)}
            value={intake.metering}
            onChange={(metering) => set("metering", metering)}
          />
          <Choice
            label="Compressor"
            options={optionsOf(compressorLabels)}
            value={intake.compressor}
            onChange={(compressor) => set("compressor", compressor)}
          />
          <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3">
            <Choice
              label="Condenser fan"
              options={optionsOf(fanLabels)}
              value={intake.condenserFan}
              onChange={(condenserFan) => set("condenserFan", condenserFan)}
            />
            <Choice
              label="Evaporators"
              options={[
                { value: "1", label: "One" },
                { value: "2", label: "Two" },
              ]}
              value={intake.evaporators === null ? null : intake.evaporators === 1 ? "1" : "2"}
              onChange={(count) => set("evaporators", count === "1" ? 1 : 2)}
            />
          </Grid>
        </Stack>
      </Card>
      {intake.compressor === "electric" && (
        <Caution title="Electric compressor: high voltage">
          Qualified people only. It needs its own insulating oil; a trace of the wrong one ends it.
        </Caution>
      )}
      <StepEnd step="intake" gaps={intakeGaps(job)} />
    </Stack>
  );
}
