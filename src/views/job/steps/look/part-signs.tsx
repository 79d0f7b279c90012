"use client";

import { Flex } from "@chakra-ui/react";
import { type PartId, type SignId, signIds, signNames } from "@/core/causes/signs";
import type { Observation } from "@/core/readings/observations";
import type { Job } from "@/core/records/job";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { partSignsText } from "@/words/screens/steps/look";

/** The job with what was noted changed; what a sign stands at is not fine. */
export function withNotes(job: Job, change: (notes: Observation[]) => Observation[]): Job {
  const notes = change(job.look.notes);
  const fine = job.look.fine.filter((one) => !notes.some((note) => note.part === one));
  return { ...job, look: { notes, fine } };
}

/** Findings of one part: OK, or any of the signs. */
export function PartSigns({ part }: { part: PartId }) {
  const { job, edit } = useJob();
  const { notes, fine } = job.look;
  const here = notes.filter((note) => note.part === part);
  const isFine = fine.includes(part);
  const toggle = (sign: SignId) =>
    edit((stored) =>
      withNotes(stored, (all) =>
        all.some((note) => note.part === part && note.sign === sign)
          ? all.filter((note) => note.part !== part || note.sign !== sign)
          : [...all, { part, sign, at: new Date().toISOString() }],
      ),
    );
  return (
    <Flex gap="2" wrap="wrap">
      <BenchButton
        px="3"
        aria-pressed={isFine}
        disabled={here.length > 0}
        onClick={() =>
          edit((stored) => ({
            ...stored,
            look: {
              ...stored.look,
              fine: isFine ? stored.look.fine.filter((one) => one !== part) : [...stored.look.fine, part],
            },
          }))
        }
      >
        {partSignsText.ok}
      </BenchButton>
      {signIds.map((sign) => {
        const given = here.some((note) => note.sign === sign);
        return (
          <BenchButton key={sign} px="3" aria-pressed={given} onClick={() => toggle(sign)}>
            {signNames[sign]}
          </BenchButton>
        );
      })}
    </Flex>
  );
}
