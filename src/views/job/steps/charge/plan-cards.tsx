"use client";

import { Flex, Grid } from "@chakra-ui/react";
import type { ChargePlan, PlanStep } from "@/core/charge/plan/charge-plan";
import type { Job } from "@/core/records/job";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { missingOnHand, planStepWords } from "@/words/charge";
import { planCardsText } from "@/words/screens/steps/charge";

interface PlanCardsProps {
  plan: ChargePlan;
  job: Job;
  purged: boolean;
  warmWater: boolean;
}

/** The way to the label from here, step by step: what opens, what stays shut, how much, how long. */
export function PlanCards({ plan, job, purged, warmWater }: PlanCardsProps) {
  const figures = useFigures();
  const name = (id: string) => job.charge.containers.find((one) => one.id === id)?.name ?? planCardsText.theCylinder;
  const steps = plan.steps.filter((step) => step.kind !== "purge" || !purged);
  return (
    <Card title={planCardsText.chargingPlan}>
      {steps.length === 0 ? (
        <Text kind="soft">
          {plan.missingG > 0 ? planCardsText.noCylinderHereCanDeliver : planCardsText.theLabelWeightIsCharged}
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
      {plan.missingG > 0 && (
        <Text kind="alarm" mt="2" role="status">
          {missingOnHand(plan.missingG, figures)}
        </Text>
      )}
    </Card>
  );
}

interface WordsProps {
  step: PlanStep;
  number: number;
  name: (id: string) => string;
  warmWater: boolean;
}

function PlanStepWords({ step, number, name, warmWater }: WordsProps) {
  const figures = useFigures();
  const [title, body, never] = planStepWords(step, name, warmWater, figures);
  return (
    <>
      <Text fontWeight="semibold" fontSize="md">
        {number} {title}
      </Text>
      {body.map((line) => (
        <Text key={line} fontSize="sm">
          {line}
        </Text>
      ))}
      {never && (
        <Text fontSize="sm" fontWeight="semibold" color="danger">
          {never}
        </Text>
      )}
    </>
  );
}
