"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useCallback } from "react";
import { labelOf } from "@/core/records/derived/job-label";
import { vehicleKey } from "@/core/records/vehicles/vehicle-name";
import type { VehicleRow } from "@/core/records/vehicles/vehicle-row";
import { fromVisit, lastVisit } from "@/core/records/vehicles/visits";
import { useNewestRef } from "@/session/newest-ref";
import { jobsOfVehicle } from "@/session/records/jobs";
import { searchVehicles, vehicleNamed, vehiclesByPapers } from "@/session/records/vehicles";
import { useJob } from "@/session/session";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { refrigerantLabels } from "@/words/job";
import { whichCarText } from "@/words/screens/steps/intake";
import { dayOf } from "@/words/vehicles";

const MOST_OFFERED = 3;

/**
 * Which car it is: while its name is typed, those on record that a plate, an owner, a name or a label finds; one that is known brings its label and
 * build along, so that they are not asked twice.
 */
export function WhichCar() {
  const { job } = useJob();
  const { vehicle, plate, vin } = job.intake;
  const known = labelOf(job).chargeG !== null;
  const query = useCallback(async () => {
    const papers = await vehiclesByPapers({ plate, vin });
    if (vehicle.trim() === "" || known) return papers;
    const named = await vehicleNamed(vehicle);
    const offered = named === null ? await searchVehicles(vehicle, MOST_OFFERED + 1) : [named];
    return [...papers, ...offered.filter(({ id }) => papers.every((one) => one.id !== id))];
  }, [vehicle, plate, vin, known]);
  const stored = useStored(query);
  if (stored.state !== "ready") return null;
  const self = (row: VehicleRow) => row.visits <= 1 && vehicleKey(row.name) === vehicleKey(vehicle);
  // Its label is there already, and it goes by its name: nothing is left to take over.
  const taken = (row: VehicleRow) => known && vehicleKey(row.name) === vehicleKey(vehicle);
  const rows = stored.value.filter((row) => !self(row) && !taken(row)).slice(0, MOST_OFFERED);
  if (rows.length === 0) return null;
  return (
    <Stack gap="1.5" role="status" aria-label={whichCarText.onRecord}>
      {rows.map((row) => (
        <OnRecord key={row.id} row={row} />
      ))}
    </Stack>
  );
}

function OnRecord({ row }: { row: VehicleRow }) {
  const figures = useFigures();
  const { job, edit } = useJob();
  const newest = useNewestRef(job);
  const take = async () => {
    const before = lastVisit(newest.current, await jobsOfVehicle(row.name));
    edit((now) => {
      const named = { ...now, intake: { ...now.intake, vehicle: row.name } };
      return before === null ? named : fromVisit(named, before);
    });
  };
  const label = [
    row.refrigerant === null ? null : refrigerantLabels[row.refrigerant],
    row.labelG === null ? null : figures.quantity(row.labelG, "g"),
  ].filter((part) => part !== null);
  return (
    <Flex align="center" gap="3" borderTopWidth="1px" borderColor="line" pt="1.5">
      <Box flex="1" minW="0">
        <Text typed kind="strong" truncate>
          {[row.name, row.plate].filter(Boolean).join(", ")}
        </Text>
        <Text kind="aside">
          {`${row.lastAt === "" ? whichCarText.onRecord : whichCarText.lastVisit(dayOf(row.lastAt))}: ${label.join(", ") || whichCarText.labelUnknown}.`}
        </Text>
      </Box>
      <BenchButton aria-label={whichCarText.useLabelAndBuild2(row.name)} onClick={take}>
        {whichCarText.useLabelAndBuild}
      </BenchButton>
    </Flex>
  );
}
