"use client";

import { Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import type { PartId } from "@/core/causes/signs";
import type { RepairPart } from "@/core/charge/oil";
import { type Job, type LeakMethod, leakMethods, MOST_CHECKS } from "@/core/records/job";
import { partsToCheck } from "@/core/records/job-readings";
import { type BoardMark, CircuitBoard } from "@/pictures/circuit-board";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Text } from "@/ui/text";
import { leakMethodLabels, repairPartLabels } from "@/words/job";

/** Where a repaired part stands on the circuit board; O-rings stand wherever a joint was opened. */
const placeOf: Partial<Record<RepairPart, PartId>> = {
  "service-cores": "low-port",
  "suction-hose": "suction-line",
  "discharge-hose": "discharge-line",
  "liquid-line": "liquid-line",
  "metering-device": "metering-device",
  drier: "receiver",
  accumulator: "accumulator",
  condenser: "condenser",
  evaporator: "evaporator",
  compressor: "compressor",
};

/** The newest result of each method at a part. */
function resultsOf(job: Job, part: RepairPart): Partial<Record<LeakMethod, boolean>> {
  const found: Partial<Record<LeakMethod, boolean>> = {};
  for (const check of job.prove.checks) if (check.part === part) found[check.method] = check.leaks;
  return found;
}

/** Everything that was opened, looked over in the order that finds most for least: by eye, with the sniffer, with dye. */
export function LeakCheck() {
  const { job, edit } = useJob();
  const parts = partsToCheck(job);
  const [at, setAt] = useState<RepairPart>(parts[0]!);
  const part = parts.includes(at) ? at : parts[0]!;
  const marks = Object.fromEntries(
    parts.flatMap((one) => {
      const place = placeOf[one];
      return place ? [[place, markOf(resultsOf(job, one))]] : [];
    }),
  ) as Partial<Record<PartId, BoardMark>>;
  const results = resultsOf(job, part);
  const full = job.prove.checks.length >= MOST_CHECKS;
  const note = (method: LeakMethod, leaks: boolean) => {
    const at = new Date().toISOString();
    edit((stored) => ({
      ...stored,
      prove: { ...stored.prove, checks: [...stored.prove.checks, { part, method, leaks, at }] },
    }));
  };
  return (
    <Card title="Leak check of what was opened">
      <Stack gap="3">
        <CircuitBoard
          metering={job.intake.metering}
          notes={[]}
          marks={marks}
          selected={placeOf[part] ?? null}
          onSelect={(place) => {
            const chosen = parts.find((one) => placeOf[one] === place);
            if (chosen) setAt(chosen);
          }}
        />
        <Stack gap="2.5">
          <Flex gap="1.5" wrap="wrap">
            {parts.map((one) => (
              <BenchButton
                key={one}
                kind={one === part ? "main" : "quiet"}
                aria-pressed={one === part}
                fontSize="14px"
                px="3"
                onClick={() => setAt(one)}
              >
                {`${repairPartLabels[one]}: ${markOf(resultsOf(job, one)).text}`}
              </BenchButton>
            ))}
          </Flex>
          {leakMethods.map((method, i) => (
            <Flex key={method} gap="2" align="center" borderTopWidth="1px" borderColor="line" pt="2">
              <Text flex="1" fontSize="17px">
                {i + 1} {leakMethodLabels[method]}
              </Text>
              {([false, true] as const).map((leaks) => (
                <BenchButton
                  key={String(leaks)}
                  kind={results[method] === leaks ? (leaks ? "act" : "main") : "quiet"}
                  aria-pressed={results[method] === leaks}
                  aria-label={`${repairPartLabels[part]}, ${leakMethodLabels[method]}: ${leaks ? "leaks" : "nothing"}`}
                  disabled={full}
                  onClick={() => note(method, leaks)}
                >
                  {leaks ? "Leaks" : "Nothing"}
                </BenchButton>
              ))}
            </Flex>
          ))}
          {full && (
            <Text color="act">{`${MOST_CHECKS} checks are as many as a job holds. Sign this one off and go on in a new job.`}</Text>
          )}
          <Text fontSize="14px" color="soft">
            Engine off for the sniffer, no wind, from below: refrigerant sinks. Dye shows after some minutes of running.
          </Text>
          <BenchButton
            alignSelf="start"
            kind={job.prove.capsOn ? "main" : "quiet"}
            aria-pressed={job.prove.capsOn}
            onClick={() => edit((stored) => ({ ...stored, prove: { ...stored.prove, capsOn: !stored.prove.capsOn } }))}
          >
            {job.prove.capsOn ? "Both caps are on" : "Caps on both ports: they seal, the cores do not"}
          </BenchButton>
        </Stack>
      </Stack>
    </Card>
  );
}

function markOf(results: Partial<Record<LeakMethod, boolean>>): BoardMark {
  const given = Object.values(results);
  if (given.some(Boolean)) return { text: "leaks", tone: "act" };
  return given.length > 0 ? { text: "tight", tone: "done" } : { text: "to check", tone: "wait" };
}
