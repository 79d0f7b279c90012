"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { actSpecs, type DrillAct, drillActs } from "@/core/drill/drill-acts";
import { actsOf, type DrillCase } from "@/core/drill/drill-case";
import { BenchButton } from "@/ui/buttons";
import { Caution } from "@/ui/notice";
import { Text } from "@/ui/text";
import { actNames, refusalTags, wrongWays } from "@/words/drill";
import { commonText } from "@/words/screens/common";
import { actsColumnText } from "@/words/screens/drill";
import type { Car } from "./car-cards";

interface ActsColumnProps {
  given: DrillCase;
  car: Car;
  busy: boolean;
}

const cans = drillActs.filter((act) => actSpecs[act].can !== undefined);

/** Acts with their minutes; discouraged acts carry their caution. */
export function ActsColumn({ given, car, busy }: ActsColumnProps) {
  const { standing } = car;
  const [asked, setAsked] = useState<DrillAct | null>(null);
  const [canOut, setCanOut] = useState(false);
  const whyNot = (act: DrillAct): string | null => {
    if (standing === null) return actsColumnText.vehicleArrives;
    const refused = standing.refusals[act];
    return refused === undefined ? null : refusalTags[refused];
  };
  return (
    <>
      <Text as="h2" kind="label" mt="1">
        {actsColumnText.actions}
      </Text>
      <Stack gap="1.5">
        {actsOf(given)
          .filter((act) => act !== "settle")
          .map((act) => (
            <Act key={act} act={act} why={whyNot(act)} busy={busy} onDo={() => car.does({ does: "act", act })} />
          ))}
        <Act act="hint" why={whyNot("hint")} busy={busy} onDo={car.askHint} />
      </Stack>
      <BenchButton kind="quiet" aria-expanded={canOut} onClick={() => setCanOut(!canOut)}>
        {canOut ? actsColumnText.putCanAway : actsColumnText.takeACan}
      </BenchButton>
      {canOut && (
        <Stack gap="1.5" role="group" aria-label={actsColumnText.canAndValves}>
          {cans.map((act) =>
            asked === act ? (
              <Box key={act} ref={intoView}>
                <Caution title={actNames[act]}>
                  <Text fontSize="sm">{wrongWays[act]}</Text>
                  <Flex gap="2" mt="2" wrap="wrap">
                    <BenchButton onClick={() => setAsked(null)}>{commonText.cancel}</BenchButton>
                    <BenchButton
                      kind="quiet"
                      disabled={busy}
                      onClick={() => {
                        setAsked(null);
                        void car.does({ does: "act", act });
                      }}
                    >
                      {actsColumnText.doItAnyway}
                    </BenchButton>
                  </Flex>
                </Caution>
              </Box>
            ) : (
              <Act key={act} act={act} why={whyNot(act)} busy={busy} onDo={() => setAsked(act)} />
            ),
          )}
        </Stack>
      )}
    </>
  );
}

/** The question is scrolled into view. */
const intoView = (box: HTMLDivElement | null) => box?.scrollIntoView({ block: "nearest" });

interface ActProps {
  act: DrillAct;
  /** Why it cannot be done now. */
  why: string | null;
  busy: boolean;
  onDo: () => void;
}

function Act({ act, why, busy, onDo }: ActProps) {
  const { minutes, endsByItself } = actSpecs[act];
  const costs = why ?? actsColumnText.min(endsByItself ? actsColumnText.upTo : "", minutes);
  return (
    <BenchButton
      kind="quiet"
      justifyContent="space-between"
      textAlign="left"
      whiteSpace="normal"
      px="3"
      disabled={busy || why !== null}
      onClick={onDo}
      aria-label={`${actNames[act]}, ${costs}`}
    >
      <Box as="span" flex="1" py="1.5">
        {actNames[act]}
      </Box>
      <Box as="span" color="soft" fontSize="sm" maxW="92px" textAlign="right" lineHeight="1.15">
        {costs}
      </Box>
    </BenchButton>
  );
}
