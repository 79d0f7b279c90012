"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useCallback, useState } from "react";
import { type BenchState, benchLimits, benchOf } from "@/core/bench/bench-state";
import { refrigerants } from "@/core/fluids/refrigerants";
import { compressorKinds, fanKinds, meteringKinds } from "@/core/readings/file/reading-file";
import { jobsOf } from "@/session/records/jobs";
import { loadVehicle, searchVehicles } from "@/session/records/vehicles";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { RangeField } from "@/ui/fields/range-field";
import { TextField } from "@/ui/fields/text-field";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { labelFacts } from "@/words/bench";
import { circuitWords, compressorLabels, fanLabels, refrigerantLabels } from "@/words/job";
import { whichVehicleText } from "@/words/screens/bench";
import { commonText } from "@/words/screens/common";
import { benchOfJob, rackBenches } from "./from-record";

interface WhichVehicleProps {
  state: BenchState;
  onTake: (state: BenchState) => void;
  onClose: () => void;
}

/** Any vehicle: one on record, a made-up one, or a label and a class. */
export function WhichVehicle({ state, onTake, onClose }: WhichVehicleProps) {
  return (
    <Card
      title={commonText.vehicle}
      aside={
        <BenchButton kind="quiet" onClick={onClose}>
          {whichVehicleText.done}
        </BenchButton>
      }
    >
      <Grid templateColumns={{ base: "1fr", md: "minmax(0, 1fr) minmax(0, 1fr)" }} gap="5">
        <Known
          onTake={(taken) => {
            onTake(taken);
            onClose();
          }}
        />
        <ByLabel state={state} onTake={onTake} />
      </Grid>
    </Card>
  );
}

/** Vehicles on record, and those of the simulator. */
function Known({ onTake }: { onTake: (state: BenchState) => void }) {
  const figures = useFigures();
  const [query, setQuery] = useState("");
  const found = useStored(useCallback(() => searchVehicles(query, 6), [query]));
  const [failure, setFailure] = useState<string | null>(null);
  const take = async (id: string) => {
    const vehicle = await loadVehicle(id);
    const jobs = vehicle === null ? [] : await jobsOf(vehicle.history.slice(0, 6));
    const made = jobs.map(benchOfJob).find((one) => one !== null);
    if (made === undefined) setFailure(whichVehicleText.itsLabelIsNotRecorded);
    else onTake(made);
  };
  return (
    <Stack gap="2">
      <TextField
        label={whichVehicleText.onRecord}
        value={query}
        placeholder={whichVehicleText.plateOwnerNameLabel}
        onChange={setQuery}
      />
      {(found.state === "ready" ? found.value : []).map(({ id, name, plate }) => (
        <PickRow
          key={id}
          name={name}
          under={plate}
          onPick={() => take(id).catch((error: unknown) => setFailure(String(error)))}
        />
      ))}
      {failure !== null && (
        <Text kind="alarm" role="alert">
          {failure}
        </Text>
      )}
      <Text kind="strong" mt="2">
        {whichVehicleText.custom}
      </Text>
      {rackBenches.map((one) => (
        <PickRow key={one.name} name={one.name} under={labelFacts(one.label, figures)} onPick={() => onTake(one)} />
      ))}
    </Stack>
  );
}

/** A vehicle by label and class. */
function ByLabel({ state, onTake }: Pick<WhichVehicleProps, "state" | "onTake">) {
  const figures = useFigures();
  const { label } = state;
  const build = (part: Partial<BenchState["label"]>) => {
    const built = { ...label, ...part };
    const share = state.chargeG / label.chargeG;
    onTake({ ...benchOf(built, "", state.conditions), chargeG: Math.round(share * built.chargeG) });
  };
  return (
    <Stack gap="3">
      <Text kind="strong">{whichVehicleText.byLabelAndClass}</Text>
      <Choice
        label={commonText.refrigerant}
        options={refrigerants.map((value) => ({ value, label: refrigerantLabels[value] }))}
        value={label.refrigerant}
        onChange={(refrigerant) => build({ refrigerant })}
      />
      <RangeField
        label={whichVehicleText.labelCharge}
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
        label={whichVehicleText.meteringDevice}
        options={meteringKinds.map((value) => ({ value, label: circuitWords[value] }))}
        value={label.metering}
        onChange={(metering) => build({ metering })}
      />
      <Choice
        label={commonText.compressor}
        options={compressorKinds.map((value) => ({ value, label: compressorLabels[value] }))}
        value={label.compressor}
        onChange={(compressor) => build({ compressor })}
      />
      <Choice
        label={whichVehicleText.condenserFan}
        options={fanKinds.map((value) => ({ value, label: fanLabels[value] }))}
        value={label.condenserFan}
        onChange={(condenserFan) => build({ condenserFan })}
      />
      <Choice
        label={whichVehicleText.evaporators}
        options={[
          { value: "1", label: whichVehicleText.one },
          { value: "2", label: whichVehicleText.two },
        ]}
        value={String(label.evaporators) as "1" | "2"}
        onChange={(evaporators) => build({ evaporators: evaporators === "2" ? 2 : 1 })}
      />
      <Choice
        label={whichVehicleText.highPort}
        options={[
          { value: "after-condenser", label: whichVehicleText.afterTheCondenser },
          { value: "before-condenser", label: whichVehicleText.beforeTheCondenser },
        ]}
        value={label.highPort}
        onChange={(highPort) => build({ highPort })}
      />
    </Stack>
  );
}

function PickRow({ name, under, onPick }: { name: string; under: string; onPick: () => void }) {
  return (
    <Box asChild minH="target" borderTopWidth="1px" borderColor="line" textAlign="start" cursor="pointer" py="1">
      <button type="button" onClick={onPick}>
        <Text typed fontWeight="semibold" truncate>
          {name}
        </Text>
        <Flex>
          <Text typed kind="note" truncate>
            {under || "\u00a0"}
          </Text>
        </Flex>
      </button>
    </Box>
  );
}
