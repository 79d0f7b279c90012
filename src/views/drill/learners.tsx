"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { type Learner, learnerFormSchema } from "@/core/drill/progress";
import { keepLearner } from "@/session/drill-book";
import type { KeptDrills } from "@/session/records/drills";
import { BenchButton } from "@/ui/buttons";
import { useCheckedForm } from "@/ui/fields/form";
import { Select } from "@/ui/fields/select";
import { useSubmitOnce } from "@/ui/run-once";
import { commonText } from "@/words/screens/common";
import { learnersText } from "@/words/screens/drill";
import { learnerName } from "./learner";

interface LearnersProps {
  kept: KeptDrills;
  learner: Learner | null;
  onLearner: (id: string) => void;
}

/** Whose drills these are; a name can be given, and changed, at any time. */
export function Learners({ kept, learner, onLearner }: LearnersProps) {
  const [naming, setNaming] = useState<{ of: Learner | null } | null>(null);
  if (naming !== null)
    return (
      <NameForm
        of={naming.of}
        onClose={() => setNaming(null)}
        onNamed={(id) => {
          onLearner(id);
          setNaming(null);
        }}
      />
    );
  return (
    <Flex gap="2" align="center">
      <Select
        label={learnersText.learner}
        width="auto"
        maxW="170px"
        value={learner?.id ?? ""}
        options={kept.learners.map((one) => [one.id, learnerName(one)])}
        onPick={onLearner}
      />
      {learner !== null && (
        <BenchButton kind="quiet" onClick={() => setNaming({ of: learner })}>
          {learner.name.trim() === "" ? learnersText.enterName : learnersText.rename}
        </BenchButton>
      )}
      <BenchButton kind="quiet" onClick={() => setNaming({ of: null })}>
        {learnersText.newLearner}
      </BenchButton>
    </Flex>
  );
}

interface NameFormProps {
  /** Null: a new learner. */
  of: Learner | null;
  onNamed: (id: string) => void;
  onClose: () => void;
}

function NameForm({ of, onNamed, onClose }: NameFormProps) {
  const { register, gap, handleSubmit } = useCheckedForm(learnerFormSchema, { name: of?.name ?? "" });
  const save = useSubmitOnce(
    handleSubmit(async ({ name }) => {
      const made = of ?? { id: crypto.randomUUID(), createdAt: new Date().toISOString() };
      await keepLearner({ ...made, name: name.trim() });
      onNamed(made.id);
    }),
  );
  return (
    <Flex as="form" gap="2" align="center" onSubmit={save}>
      <Box asChild {...field} w="170px">
        <input aria-label={learnersText.learnersName} maxLength={100} {...register("name")} />
      </Box>
      <BenchButton type="submit" disabled={gap !== null}>
        {of === null ? learnersText.add : learnersText.saveName}
      </BenchButton>
      <BenchButton kind="quiet" onClick={onClose}>
        {commonText.cancel}
      </BenchButton>
    </Flex>
  );
}

const field = {
  h: "44px",
  bg: "field",
  borderWidth: "1px",
  borderColor: "edge",
  rounded: "card",
  px: "2",
  fontSize: "md",
} as const;
