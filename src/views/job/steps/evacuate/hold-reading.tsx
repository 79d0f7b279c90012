"use client";

import { Box, Flex } from "@chakra-ui/react";
import { SOUND_G_YEAR } from "@/core/charge/sound-loss";
import type { HoldSetting } from "@/core/charge/vacuum/hold";
import { type HoldFit, holdCauses } from "@/core/charge/vacuum/hold-fit";
import { holdFor, smallestLeak } from "@/core/charge/vacuum/sight";
import { formatClock, formatNumber, formatQuantity, type UnitId } from "@/core/units/units";
import { keepChoices } from "@/session/choices";
import { BaseField } from "@/ui/base-field";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Measure } from "@/ui/measure";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { holdCauseWords, shortHoldCauses } from "@/words/vacuum";

/** A hold this much shorter than chosen is said to be. */
const SHORTER = 0.98;

/** What the fitted hold says, how sure, and what it could not have seen. */
export function HoldReading({
  fit,
  seconds,
  unit,
  wantedGYear,
  chosenS,
}: {
  fit: HoldFit;
  seconds: number;
  /** As long as this workshop holds. */
  chosenS: number;
  unit: UnitId;
  wantedGYear: number;
}) {
  const figures = useFigures();
  const sure = fit.probabilities[fit.cause];
  const leaks = fit.cause === "leak" || fit.cause === "leak-and-moisture";
  const [title, meaning] = holdCauseWords[fit.cause];
  const coarse = fit.cause === "tight" && fit.smallestGYear > wantedGYear;
  const decimals = unit === "micron" ? 0 : 2;
  return (
    <Notice
      tone={fit.cause === "tight" ? (coarse ? "wait" : "done") : "act"}
      title={`${title}${coarse ? ", as far as it goes" : ""}`}
    >
      <Text>{meaning}</Text>
      {seconds < SHORTER * chosenS && (
        <Text fontWeight="650" color="wait">
          {`Held ${formatClock(seconds)} of the ${Math.round(chosenS / 60)} min this workshop holds: what a longer hold would have shown is not known.`}
        </Text>
      )}
      <Flex gap="6" wrap="wrap" mt="2" color="ink">
        <Fact
          label="Straight rise"
          value={`${difference(fit.leakKpaPerMin, unit, unit === "micron" ? 0 : 3)} a minute`}
        />
        {leaks && (
          <Fact
            label="As refrigerant through the same hole"
            value={`${figures.quantity(fit.leakGYear.median, "g")} a year (${figures.number(fit.leakGYear.low, "g")} to ${figures.number(fit.leakGYear.high, "g")})`}
          />
        )}
        <Fact
          label="Part that levels off"
          value={`${difference(fit.levelKpa, unit, decimals)}; water would reach ${formatQuantity(fit.boilingKpa, unit, decimals)}`}
        />
        <Fact
          label={`Smallest leak ${formatClock(seconds)} with this gauge could have seen`}
          value={`${figures.quantity(fit.smallestGYear, "g")} a year`}
        />
        <Fact
          label="How sure"
          value={holdCauses
            .filter((cause) => fit.probabilities[cause] > 0.01)
            .sort((a, b) => fit.probabilities[b] - fit.probabilities[a])
            .map((cause) => `${shortHoldCauses[cause]} ${share(fit.probabilities[cause])}`)
            .join(", ")}
        />
      </Flex>
      {sure < 0.8 && <Text mt="1">Not told apart yet: hold longer and watch whether it bends.</Text>}
    </Notice>
  );
}

/** A rise is no absolute pressure, whatever the gauge shows. */
function difference(kpa: number, unit: UnitId, decimals: number): string {
  return formatQuantity(kpa, unit, decimals).replace(" abs", "");
}

/** Nothing that is fitted is a hundred per cent certain. */
function share(p: number): string {
  return p > 0.99 ? "over 99 in 100" : `${Math.round(p * 100)} in 100`;
}

function Fact({ label, value }: { label: string; value: string }) {
  return (
    <Box>
      <Text fontSize="13px" color="soft">
        {label}
      </Text>
      <Text fontSize="17px" fontWeight="650">
        {value}
      </Text>
    </Box>
  );
}

/** What a hold of this length can see with this gauge, and how long one for a wanted leak must be. */
export function SightCard({
  setting,
  holdS,
  wantedGYear,
  startKpa,
}: {
  setting: HoldSetting;
  holdS: number;
  wantedGYear: number;
  startKpa: number;
}) {
  const figures = useFigures();
  const needed = holdFor(wantedGYear, startKpa, setting);
  const seen = smallestLeak(holdS, startKpa, setting);
  return (
    <Card title="What a hold can see">
      <Flex gap="6" wrap="wrap" align="end">
        <Measure
          label={`Smallest leak in ${holdS === 3600 ? "1 h" : `${holdS / 60} min`}`}
          value={seen}
          unit="g"
          note="a year, with this gauge and this circuit"
        />
        <Box w="200px">
          <BaseField
            spec={wantedSpec}
            label="Leak it ought to show, a year"
            base={wantedGYear}
            of="g"
            onChange={(wantedLeakGYear) => keepChoices({ wantedLeakGYear })}
          />
        </Box>
        <Text fontSize="18px" fontWeight="650" pb="1">
          {needed === null
            ? "Not with this gauge within a day: look with a sniffer when it is charged."
            : `Hold ${needed < 5400 ? `${Math.ceil(needed / 60)} min` : `${formatNumber(needed, "h", 1)} h`} for that.`}
        </Text>
      </Flex>
      <Text color="soft" mt="1" fontSize="14px">
        A sound car loses {figures.range(SOUND_G_YEAR.low, SOUND_G_YEAR.high, "g")} a year through hoses and seal: that
        is no leak to look for.
      </Text>
    </Card>
  );
}

const wantedSpec = { label: "Leak it ought to show", dimension: "mass", min: 5, max: 5000 } as const;
