"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useCallback, useState } from "react";
import { type BenchState, benchLimits, benchOf } from "@/core/bench/bench-state";
import { compressorKinds, fanKinds, meteringKinds, refrigerantKinds } from "@/core/readings/file/reading-file";
import { jobsOf } from "@/data/jobs";
import { loadVehicle, searchVehicles } from "@/data/vehicles";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { useFigures } from "@/ui/figures";
import { RangeField } from "@/ui/range-field";
import { Text } from "@/ui/text";
import { TextField } from "@/ui/text-field";
import { labelFacts } from "@/words/bench";
import { circuitWords, compressorLabels, fanLabels, refrigerantLabels } from "@/words/job";
import { benchOfJob, rackBenches } from "./from-record";

interface WhichVehicleProps {
  state: BenchState;
  onTake: (state: BenchState) => void;
  onClose: () => void;
}

/** Any vehicle: one on record, a made-up one, or a label and a class. */
export function WhichVehicle({ state, onTake, onClose }: WhichVehicleProps) {
  const figures = useFigures();
  const [query, setQuery] = useState("");
  const found = useStored(useCallback(() => searchVehicles(query, 6), [query]));
  const [failure, setFailure] = useState<string | null>(null);
  const { label } = state;
  const build = (part: Partial<BenchState["label"]>) => {
    const built = { ...label, ...part };
    const share = state.chargeG / label.chargeG;
    onTake({ ...benchOf(built, "", state.conditions), chargeG: Math.round(share * built.chargeG) });
  };
  const take = async (id: string) => {
    const vehicle = await loadVehicle(id);
    const jobs = vehicle === null ? [] : await jobsOf(vehicle.history.slice(0, 6));
    const made = jobs.map(benchOfJob).find((one) => one !== null);
    if (made === undefined) setFailure("Its label is not recorded: refrigerant, charge, metering, compressor.");
    else {
      onTake(made);
      onClose();
    }
  };
  return (
    <Card
      title="Vehicle"
      aside={
        <BenchButton kind="quiet" onClick={onClose}>
          Done
        </BenchButton>
      }
    >
      <Grid templateColumns={{ base: "1fr", md: "minmax(0, 1fr) minmax(0, 1fr)" }} gap="5">
        <Stack gap="2">
          <TextField label="On record" value={query} placeholder="Plate, owner, name, label" onChange={setQuery} />
          {(found.state === "ready" ? found.value : []).map(({ id, name, plate }) => (
            <Pick
              key={id}
              name={name}
              under={plate}
              onPick={() => take(id).catch((error: unknown) => setFailure(String(error)))}
            />
          ))}
          {failure !== null && (
            <Text color="act" role="alert">
              {failure}
            </Text>
          )}
          <Text fontWeight="650" mt="2">
            Custom
          </Text>
          {rackBenches.map((one) => (
            <Pick
              key={one.name}
              name={one.name}
              under={labelFacts(one.label, figures)}
              onPick={() => {
                onTake(one);
                onClose();
              }}
            />
          ))}
        </Stack>
        <Stack gap="3">
          <Text fontWeight="650">By label and class</Text>
          <Choice
            label="Refrigerant"
            options={refrigerantKinds.map((value) => ({ value, label: refrigerantLabels[value] }))}
            value={label.refrigerant}
            onChange={(refrigerant) => build({ refrigerant })}
          />
          <RangeField
            label="Label charge"
            value={label.chargeG}
            min={benchLimits.labelG.min + 150}
            max={1600}
            step={10}
            shown={figures.number(label.chargeG, "g")}
            unit={figures.label("g")}
            said={figures.quantity(label.chargeG, "g")}
            onChange={(chargeG) => build({ chargeG })}
          />
          <Choice
            label="Metering device"
            options={meteringKinds.map((value) => ({ value, label: circuitWords[value] }))}
            value={label.metering}
            onChange={(metering) => build({ metering })}
          />
          <Choice
            label="Compressor"
            options={compressorKinds.map((value) => ({ value, label: compressorLabels[value] }))}
            value={label.compressor}
            onChange={(compressor) => build({ compressor })}
          />
          <Choice
            label="Condenser fan"
            options={fanKinds.map((value) => ({ value, label: fanLabels[value] }))}
            value={label.condenserFan}
            onChange={(condenserFan) => build({ condenserFan })}
          />
          <Choice
            label="Evaporators"
            options={[
              { value: "1", label: "One" },
              { value: "2", label: "Two" },
            ]}
            value={String(label.evaporators) as "1" | "2"}
            onChange={(evaporators) => build({ evaporators: evaporators === "2" ? 2 : 1 })}
          />
          <Choice
            label="High port"
            options={[
              { value: "after-condenser", label: "After the condenser" },
              { value: "before-condenser", label: "Before the condenser" },
            ]}
            value={label.highPort}
            onChange={(highPort) => build({ highPort })}
          />
        </Stack>
      </Grid>
    </Card>
  );
}

function Pick({ name, under, onPick }: { name: string; under: string; onPick: () => void }) {
  return (
    <Box asChild minH="target" borderTopWidth="1px" borderColor="line" textAlign="start" cursor="pointer" py="1">
      <button type="button" onClick={onPick}>
        <Text typed fontWeight="600" truncate>
          {name}
        </Text>
        <Flex>
          <Text typed color="soft" fontSize="14px" truncate>
            {under || "\u00a0"}
          </Text>
        </Flex>
      </button>
    </Box>
  );
}
