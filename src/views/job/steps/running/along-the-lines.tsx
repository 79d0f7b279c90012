"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import type { LineProfile } from "@/core/line-places";
import { flashMarginAtDevice } from "@/core/readings/derive/line-flash";
import type { LineSpot, UnexplainedDrop } from "@/core/readings/derive/line-temperatures";
import { workableRefrigerant } from "@/core/records/derived/job-label";
import { newestValues, type TestName } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import { entryValue } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import { LineProfilePicture } from "@/pictures/line-profile";
import type { Expected } from "@/session/expected";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Measure } from "@/ui/measure";
import { useShortcuts } from "@/ui/shortcuts";
import { Text } from "@/ui/text";
import { placeNames } from "@/words/places";
import { alongTheLinesText } from "@/words/screens/steps/running";
import { useSpots } from "./spots";

/** Spots along the circuit against what a sound vehicle shows, with the fall that nothing explains marked where it lies. */
export function AlongTheLines({ which, expected }: { which: TestName; expected: Expected | null }) {
  const figures = useFigures();
  const { places, spots, entryAt, setSpot, point, drop } = useSpots(expected);
  const sound = expected?.ranges.lines ?? [];
  const next = places.find((place) => entryValue(fields.spot, entryAt(place)) === null) ?? null;
  const pointNext = point !== null && next !== null ? () => void point(next) : null;
  useShortcuts([{ key: "s", does: alongTheLinesText.pointAtNextPlace, run: () => pointNext?.() }]);
  return (
    <Card
      title={alongTheLinesText.spotTemperaturesAlongTheLines}
      aside={
        pointNext !== null && next !== null ? (
          <BenchButton kind="quiet" shortcut="S" onClick={pointNext}>
            {alongTheLinesText.pointAt(placeNames[next].toLowerCase())}
          </BenchButton>
        ) : undefined
      }
    >
      <Text kind="heading" role="status">
        {verdictOf(spots, sound, drop, figures)}
      </Text>
      <LineProfilePicture places={places} spots={spots} sound={sound} drop={drop} />
      <Grid templateColumns="repeat(auto-fill, minmax(176px, 1fr))" gap="2.5" mt="2">
        {places.map((place) => (
          <NumberField
            key={place}
            spec={fields.spot}
            label={placeNames[place]}
            value={entryAt(place)}
            onChange={(temperature) => setSpot(place, temperature)}
          />
        ))}
      </Grid>
      <LongLine which={which} lineC={spots.find(({ place }) => place === "metering-in")?.temperatureC ?? null} />
    </Card>
  );
}

/** A line that carries vapour with its liquid loses up to about this much without a blockage. */
const BUBBLES_K = 7;

function verdictOf(
  spots: LineSpot[],
  sound: readonly LineProfile[],
  drop: UnexplainedDrop | null,
  figures: Figures,
): string {
  if (spots.length < 2) return alongTheLinesText.spotAtLeastTwoPlaces;
  if (sound.length === 0) return alongTheLinesText.notJudgedLabelAltitudeAnd;
  if (drop === null) return alongTheLinesText.noMoreDropThanIn;
  const between = alongTheLinesText.and(placeNames[drop.from].toLowerCase(), placeNames[drop.to].toLowerCase());
  return alongTheLinesText.dropBetweenMoreThanIn(
    figures.quantity(drop.dropK, "K"),
    between,
    figures.quantity(drop.beyondK, "K"),
    drop.beyondK > BUBBLES_K ? alongTheLinesText.restrictionThere : alongTheLinesText.earlyRestrictionOrFlashGas,
  );
}

/** Flash-gas reserve at the line's end: pressure left above saturation after height and friction, kPa. */
function LongLine({ which, lineC }: { which: TestName; lineC: number | null }) {
  const accuracy = useAccuracy();
  const { job, edit } = useJob();
  const { lines } = job;
  const set = (change: Partial<typeof lines>) =>
    edit((stored) => ({ ...stored, lines: { ...stored.lines, ...change } }));
  const refrigerant = workableRefrigerant(job);
  const altitudeM = entryValue(fields.altitude, job.altitude);
  const taken = newestValues(job[which]);
  const endC = lineC ?? taken.liquid;
  const margin =
    refrigerant === null || altitudeM === null || taken.high === null || endC === null
      ? null
      : flashMarginAtDevice(
          {
            refrigerant,
            altitudeM,
            highKpa: taken.high,
            lineC: endC,
            riseM: entryValue(fields.rise, lines.rise) ?? 0,
            lengthM: entryValue(fields.lineLength, lines.length) ?? 0,
          },
          accuracy,
        );
  return (
    <Flex gap="4" wrap="wrap" mt="3" pt="2.5" borderTopWidth="1px" borderColor="line" align="flex-start">
      <Box w="180px">
        <NumberField spec={fields.rise} value={lines.rise} onChange={(rise) => set({ rise })} />
      </Box>
      <Box w="180px">
        <NumberField spec={fields.lineLength} value={lines.length} onChange={(length) => set({ length })} />
      </Box>
      <Box flex="1 1 240px">
        <Measure
          label={alongTheLinesText.flashGasReserveAtTheEnd}
          value={margin}
          unit={job[which].settings[0].high.unit}
        />
        <Text kind="note">
          {margin === null
            ? alongTheLinesText.needsHighSideAndLiquid
            : margin.value < margin.uncertainty
              ? alongTheLinesText.flashGasIsPossibleHissing
              : alongTheLinesText.liquidAllTheWay}
        </Text>
      </Box>
    </Flex>
  );
}
