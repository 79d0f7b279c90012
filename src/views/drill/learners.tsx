"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { Learner } from "@/core/drill/progress";
import { keepLearner } from "@/session/drill-book";
import type { KeptDrills } from "@/session/records/drills";
import { BenchButton } from "@/ui/buttons";
import { useRunOnce } from "@/ui/run-once";
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
  const [typing, setTyping] = useState<{ of: Learner | null; name: string } | null>(null);
  const name = (typing?.name ?? "").trim();
  const save = useRunOnce(async () => {
    if (typing === null || name === "") return;
    const made = typing.of ?? { id: crypto.randomUUID(), createdAt: new Date().toISOString() };
    await keepLearner({ ...made, name: name.slice(0, 100) });
    onLearner(made.id);
    setTyping(null);
  });
  if (typing !== null)
    return (
      <Flex gap="2" align="center">
        <Box asChild {...field} w="170px">
          <input
            aria-label={learnersText.learnersName}
            value={typing.name}
            maxLength={100}
            onChange={(event) => setTyping({ ...typing, name: event.target.value })}
            onKeyDown={(event) => event.key === "Enter" && save()}
          />
        </Box>
        <BenchButton kind="main" disabled={name === ""} onClick={() => save()}>
          {typing.of === null ? "Add" : learnersText.saveName}
        </BenchButton>
        <BenchButton kind="quiet" onClick={() => setTyping(null)}>
          {commonText.cancel}
        </BenchButton>
      </Flex>
    );
  return (
    <Flex gap="2" align="center">
      <Box asChild {...field} maxW="170px">
        <select
          aria-label={learnersText.learner}
          value={learner?.id ?? ""}
          onChange={(event) => onLearner(event.target.value)}
        >
          {kept.learners.map((one) => (
            <option key={one.id} value={one.id}>
              {learnerName(one)}
            </option>
          ))}
        </select>
      </Box>
      {learner !== null && (
        <BenchButton kind="quiet" onClick={() => setTyping({ of: learner, name: learner.name })}>
          {learner.name.trim() === "" ? learnersText.enterName : "Rename"}
        </BenchButton>
      )}
      <BenchButton kind="quiet" onClick={() => setTyping({ of: null, name: "" })}>
        {learnersText.newLearner}
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
  fontSize: "15px",
} as const;
