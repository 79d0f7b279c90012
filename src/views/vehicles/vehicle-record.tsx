"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useCallback, useState } from "react";
import type { VehicleRow } from "@/core/records/vehicles/vehicle-row";
import { reasonOf } from "@/core/result";
import { joinVehicles, searchVehicles, takeVehicleApart, type VehicleFile } from "@/session/records/vehicles";
import { useStored } from "@/session/stored";
import { useVehicleWords } from "@/session/vehicle-words";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { TextField } from "@/ui/fields/text-field";
import { Text } from "@/ui/text";
import { refusedSentence } from "@/words/notices";
import { commonText } from "@/words/screens/common";
import { vehicleRecordText } from "@/words/screens/vehicles";
import { dayOf, mergeWords, visitsWords } from "@/words/vehicles";
import { useFollowRenamed } from "./follow-renamed";

/** Vehicle record besides its visits: possible duplicates, merged records. */
export function VehicleRecord({ vehicle, same }: { vehicle: VehicleFile; same: readonly VehicleRow[] }) {
  const { record, row, id } = vehicle;
  const [refusal, setRefusal] = useState<string | null>(null);
  const follow = useFollowRenamed(id);
  const fail = (error: unknown) => setRefusal(vehicleRecordText.theRecordIsUnchanged(reasonOf(error)));
  const { words, change, failure } = useVehicleWords(
    id,
    {
      name: record?.name || row.name,
      plate: record?.plate ?? "",
      owner: record?.owner ?? "",
      note: record?.note ?? "",
    },
    follow,
  );
  const joinedOnce = record?.joined ?? [];
  return (
    <Card title={commonText.vehicle}>
      <Stack gap="2.5">
        <TextField
          label={commonText.name}
          value={words.name}
          onChange={(name) => name.trim() !== "" && change({ name })}
        />
        <Flex gap="3">
          <TextField
            label={vehicleRecordText.plateOrFleetNumber}
            value={words.plate}
            onChange={(plate) => change({ plate: plate.slice(0, 60) })}
          />
          <TextField
            label={vehicleRecordText.owner}
            value={words.owner}
            onChange={(owner) => change({ owner: owner.slice(0, 200) })}
          />
        </Flex>
        <TextField
          label={vehicleRecordText.note}
          value={words.note}
          lines={3}
          placeholder={vehicleRecordText.portPositionsSpecialNotes}
          onChange={(note) => change({ note })}
        />
        {failure !== null && (
          <Text kind="alarm" role="alert">
            {refusedSentence(failure)}
          </Text>
        )}
        {refusal !== null && (
          <Text kind="alarm" role="alert">
            {refusal}
          </Text>
        )}
        <MergeWith
          vehicle={vehicle}
          same={same}
          onMerge={(other) => joinVehicles(id, other).then(() => follow(id), fail)}
        />
        {joinedOnce.length > 0 && (
          <Box borderTopWidth="1px" borderColor="line" pt="2">
            <Text kind="strong">{vehicleRecordText.otherNames}</Text>
            <Text typed kind="soft">
              {joinedOnce.map(({ name }) => name).join("; ")}
            </Text>
            <BenchButton kind="quiet" mt="1.5" onClick={() => takeVehicleApart(id).catch(fail)}>
              {mergeWords.separate}
            </BenchButton>
          </Box>
        )}
      </Stack>
    </Card>
  );
}

interface MergeWithProps {
  vehicle: VehicleFile;
  /** Perhaps the same car. */
  same: readonly VehicleRow[];
  onMerge: (otherId: string) => void;
}

/** Two records of one car made one: what looks like it is offered, any other is found by name or plate. */
function MergeWith({ vehicle, same, onMerge }: MergeWithProps) {
  const [query, setQuery] = useState("");
  const find = useCallback(
    async () => (query.trim() === "" ? [] : await searchVehicles(query, MOST_OFFERED + 1)),
    [query],
  );
  const found = useStored(find);
  const rows = query.trim() === "" ? same : found.state === "ready" ? found.value : [];
  const offered = rows.filter((one) => one.id !== vehicle.row.id).slice(0, MOST_OFFERED);
  return (
    <Box borderTopWidth="1px" borderColor="line" pt="2">
      <TextField
        label={mergeWords.with}
        value={query}
        placeholder={mergeWords.placeholder}
        onChange={(text) => setQuery(text.slice(0, 200))}
      />
      {query.trim() === "" && same.length > 0 && (
        <Text kind="strong" mt="2">
          {mergeWords.perhaps}
        </Text>
      )}
      {query.trim() !== "" && found.state === "ready" && offered.length === 0 && (
        <Text kind="soft" mt="1.5" role="status">
          {mergeWords.none}
        </Text>
      )}
      {offered.map((one) => (
        <Flex key={one.id} gap="2" align="center" mt="1.5">
          <Box flex="1" minW="0">
            <Text typed truncate>
              {[one.name, one.plate].filter(Boolean).join(", ")}
            </Text>
            <Text kind="note">{`${visitsWords(one)}, last ${dayOf(one.lastAt)}`}</Text>
          </Box>
          <BenchButton kind="quiet" aria-label={`${mergeWords.merge} ${one.name}`} onClick={() => onMerge(one.id)}>
            {mergeWords.merge}
          </BenchButton>
        </Flex>
      ))}
    </Box>
  );
}

const MOST_OFFERED = 3;
