"use client";

import { Flex, Grid, Text } from "@chakra-ui/react";
import type { ChargePlan, PlanStep } from "@/core/charge/charge-plan";
import type { Job } from "@/core/records/job";
import { formatQuantity } from "@/core/units/units";
import { Card } from "@/ui/card";

interface PlanCardsProps {
  plan: ChargePlan;
  job: Job;
  purged: boolean;
  warmWater: boolean;
}

/** The way to the label from here, step by step: what opens, what stays shut, how much, how long. */
export function PlanCards({ plan, job, purged, warmWater }: PlanCardsProps) {
  const name = (id: string) => job.charge.containers.find((one) => one.id === id)?.name ?? "the container";
  const steps = plan.steps.filter((step) => step.kind !== "purge" || !purged);
  return (
    <Card title="Plan from here">
      {steps.length === 0 ? (
        <Text color="soft">
          {plan.missingG > 0
            ? "Nothing on hand that could flow."
            : "The label weight is in: nothing more is to be done."}
        </Text>
      ) : (
        <Grid templateColumns="repeat(auto-fit, minmax(150px, 1fr))" gap="2.5" as="ol" listStyleType="none">
          {steps.map((step, i) => (
            <Flex
              // biome-ignore lint/suspicious/noArrayIndexKey: a plan is an order, and its steps have no other name
              key={i}
              as="li"
              direction="column"
              gap="1"
              borderWidth={i === 0 ? "2px" : "1px"}
              borderColor={i === 0 ? "ink" : "line"}
              rounded="card"
              p="2.5"
              bg="field"
            >
              <PlanStepWords step={step} number={i + 1} name={name} warmWater={warmWater} />
            </Flex>
          ))}
        </Grid>
      )}
      {plan.missingG > 0.5 && (
        <Text color="act" mt="2" role="status">
          {formatQuantity(plan.missingG, "g")} are missing with what is on hand: bring another container before you
          begin.
        </Text>
      )}
    </Card>
  );
}

/** The next act that opens a valve, in one sentence; null when none is left. */
export function nextWords(plan: ChargePlan, job: Job): string | null {
  const step = plan.steps.find((one) => one.kind === "liquid-high" || one.kind === "vapour-low");
  if (step === undefined || (step.kind !== "liquid-high" && step.kind !== "vapour-low")) return null;
  const name = job.charge.containers.find(({ id }) => id === step.containerId)?.name ?? "the container";
  return `Next: ${step.kind === "liquid-high" ? "liquid, high side, engine off" : "vapour, low side, engine running"}, ${formatQuantity(step.grams, "g")} from ${name}.`;
}

interface WordsProps {
  step: PlanStep;
  number: number;
  name: (id: string) => string;
  warmWater: boolean;
}

function PlanStepWords({ step, number, name, warmWater }: WordsProps) {
  const [title, body, never] = words(step, name, warmWater);
  return (
    <>
      <Text fontWeight="650" fontSize="16px">
        {number} {title}
      </Text>
      {body.map((line) => (
        <Text key={line} fontSize="14px">
          {line}
        </Text>
      ))}
      {never && (
        <Text fontSize="14px" fontWeight="650" color="act">
          {never}
        </Text>
      )}
    </>
  );
}

function words(step: PlanStep, name: (id: string) => string, warmWater: boolean): [string, string[], string | null] {
  switch (step.kind) {
    case "purge":
      return [
        "Drive out the air",
        [`A short puff at the hose's end, about ${formatQuantity(step.grams, "g")}.`, "Booked as let out."],
        null,
      ];
    case "liquid-high":
      return [
        "Liquid, high side",
        [
          `Engine off. ${name(step.containerId)} upside down, high valve open.`,
          amount(step),
          endWords(step, name, warmWater),
        ],
        "Low valve shut. Engine stays off",
      ];
    case "vapour-low":
      return [
        "Vapour, low side",
        [
          `Engine at 1 500 rpm. ${name(step.containerId)} upright, low valve open.`,
          amount(step),
          endWords(step, name, warmWater),
        ],
        "High valve stays shut",
      ];
    case "change":
      return [
        `Change to ${name(step.to)}`,
        [`Near ${formatQuantity(step.inVehicleG, "g")} in the vehicle. Shut the valve first.`, "The tally waits."],
        null,
      ];
    case "warm":
      return [
        "Let it warm up",
        [
          `${name(step.containerId)} has grown too cold to give.`,
          `Warm water, 40 °C at most, ${minutes(step.seconds)}.`,
        ],
        "Never a flame",
      ];
  }
}

type Flow = Extract<PlanStep, { kind: "liquid-high" | "vapour-low" }>;

function amount({ grams, seconds }: Flow): string {
  return `${formatQuantity(grams, "g")}, ${minutes(seconds)}.`;
}

function endWords(
  { ends, inVehicleG, containerC, containerId }: Flow,
  name: (id: string) => string,
  warm: boolean,
): string {
  if (ends === "target") return "Then the label weight is in.";
  if (ends === "empty") return `${name(containerId)} is empty then.`;
  const stall = `Stalls near ${formatQuantity(inVehicleG, "g")}: the container, at ${formatQuantity(containerC, "degC", 0)}, stands no higher than the circuit.`;
  return warm ? stall : `${stall} Warm water, 40 °C at most, helps.`;
}

function minutes(seconds: number): string {
  return seconds < 90 ? `about ${Math.max(5, Math.round(seconds / 5) * 5)} s` : `about ${Math.round(seconds / 60)} min`;
}
