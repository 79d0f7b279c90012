"use client";

import { Box, Flex } from "@chakra-ui/react";
import { SOUND_G_YEAR } from "@/core/charge/sound-loss";
import type { HoldSetting } from "@/core/charge/vacuum/hold";
import { type HoldAnswer, holdCauses } from "@/core/charge/vacuum/judge-hold";
import { holdFor, smallestLeak } from "@/core/charge/vacuum/sight";
import { formatQuantity, type UnitId } from "@/core/units/units";
import { keepChoices } from "@/session/choices";
import { Card } from "@/ui/card";
import { BaseField } from "@/ui/fields/base-field";
import { fieldRow } from "@/ui/fields/field-note";
import { useFigures } from "@/ui/figures";
import { Measure } from "@/ui/measure";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { holdReadingText } from "@/words/screens/steps/evacuate";
import { holdLength, holdWords, ONLY_UNDER_PRESSURE, shortHoldCauses } from "@/words/vacuum";

/** A hold this much shorter than chosen is said to be. */
const SHORTER = 0.98;

interface HoldReadingProps {
  answer: HoldAnswer;
  unit: UnitId;
  wantedGYear: number;
  /** As long as this workshop holds. */
  chosenS: number;
  /** To pump below before a hold. */
  targetKpa: number;
}

/** Result of the hold, its confidence, and its detection limit. */
export function HoldReading({ answer, unit, wantedGYear, chosenS, targetKpa }: HoldReadingProps) {
  const figures = useFigures();
  const { verdict, seconds, startKpa, riseKpa, leakGYear, probabilities } = answer;
  const { title, meaning, notes } = holdWords(answer, wantedGYear, figures);
  const leaks = verdict === "leaking" || verdict === "leaking-and-moist";
  const decimals = unit === "micron" ? 0 : 2;
  const shallow = startKpa > targetKpa;
  const good = verdict === "tight" && !shallow;
  return (
    <Notice tone={good ? (notes.length > 0 ? "wait" : "done") : verdict === "undecided" ? "wait" : "act"} title={title}>
      <Text>{[meaning, ...notes].join(" ")}</Text>
      {shallow && (
        <Text fontWeight="semibold" color="danger">
          {holdReadingText.theHoldBeganAtAbove(
            formatQuantity(startKpa, unit, decimals),
            formatQuantity(targetKpa, unit, decimals),
          )}
        </Text>
      )}
      {seconds < SHORTER * chosenS && (
        <Text fontWeight="semibold" color="wait">
          {holdReadingText.heldForOfThisWorkshops(holdLength(seconds), holdLength(chosenS))}
        </Text>
      )}
      <Flex gap="6" wrap="wrap" mt="2" color="ink">
        <Fact label={holdReadingText.rise} value={`${difference(riseKpa, unit, decimals)} in ${holdLength(seconds)}`} />
        {leaks && (
          <Fact
            label={holdReadingText.asRefrigerantLeak}
            value={holdReadingText.perYear(
              figures.quantity(leakGYear.median, "g"),
              figures.number(leakGYear.low, "g"),
              figures.number(leakGYear.high, "g"),
            )}
          />
        )}
        <Fact
          label={holdReadingText.detectionLimitOfThisHold}
          value={`${figures.quantity(answer.smallestGYear, "g")} a year`}
        />
        <Fact
          label={holdReadingText.confidence}
          value={holdCauses
            .filter((cause) => probabilities[cause] > 0.01)
            .sort((a, b) => probabilities[b] - probabilities[a])
            .map((cause) => `${shortHoldCauses[cause]} ${share(probabilities[cause])}`)
            .join(", ")}
        />
      </Flex>
    </Notice>
  );
}

/** A rise is no absolute pressure, whatever the gauge shows. */
function difference(kpa: number, unit: UnitId, decimals: number): string {
  return formatQuantity(kpa, unit, decimals).replace(" abs", "");
}

/** Nothing that is fitted is a hundred per cent certain. */
function share(p: number): string {
  return p > 0.99 ? "over 99 %" : `${Math.round(p * 100)} %`;
}

function Fact({ label, value }: { label: string; value: string }) {
  return (
    <Box>
      <Text kind="small">{label}</Text>
      <Text kind="lead">{value}</Text>
    </Box>
  );
}

interface SightCardProps {
  setting: HoldSetting;
  holdS: number;
  wantedGYear: number;
}

/** Detection limit of this hold time with this gauge, and the time needed for a wanted leak. */
export function SightCard({ setting, holdS, wantedGYear }: SightCardProps) {
  const figures = useFigures();
  const needed = holdFor(wantedGYear, setting);
  return (
    <Card title={holdReadingText.whatAHoldCanShow}>
      <Flex gap="6" wrap="wrap" align="end" css={fieldRow}>
        <Measure
          label={holdReadingText.detectionLimitIn(holdLength(holdS))}
          value={smallestLeak(holdS, setting)}
          unit="g"
          note={holdReadingText.perYearWithOutgassingFrom(
            figures.quantity(smallestLeak(holdS, setting, holdReadingText.ends), "g"),
          )}
        />
        <Box w="200px">
          <BaseField
            spec={wantedSpec}
            label={holdReadingText.leakToDetectPerYear}
            base={wantedGYear}
            of="g"
            onChange={(wantedLeakGYear) => keepChoices({ wantedLeakGYear })}
          />
        </Box>
        <Text kind="heading" pb="1">
          {needed === null ? holdReadingText.notWithThisGaugeWithin : holdReadingText.holdFor(holdLength(needed))}
        </Text>
      </Flex>
      <Text kind="note" mt="1">
        {holdReadingText.aSoundVehicleLosesA(
          ONLY_UNDER_PRESSURE,
          figures.range(SOUND_G_YEAR.low, SOUND_G_YEAR.high, "g"),
        )}
      </Text>
    </Card>
  );
}

const wantedSpec = { label: holdReadingText.leakToDetect, dimension: "mass", min: 20, max: 5000 } as const;
