"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import type { VehicleRow } from "@/core/records/vehicle-row";
import { reasonOf } from "@/core/result";
import { joinVehicles, takeVehicleApart, type VehicleFile } from "@/data/vehicles";
import { useVehicleWords } from "@/session/vehicle-words";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Text } from "@/ui/text";
import { TextField } from "@/ui/text-field";
import { refusedSentence } from "@/words/notices";
import { dayOf } from "@/words/vehicles";
import { useFollowRenamed } from "./follow-renamed";

/** What is written about a vehicle beside its visits; what may be the same car; what was made one. */
export function VehicleRecord({ vehicle, same }: { vehicle: VehicleFile; same: readonly VehicleRow[] }) {
  const { record, row, id } = vehicle;
  const [refusal, setRefusal] = useState<string | null>(null);
  const follow = useFollowRenamed(id);
  const fail = (error: unknown) => setRefusal(`${reasonOf(error)}. What is stored is as it was.`);
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
    <Card title="The vehicle">
      <Stack gap="2.5">
        <TextField label="Name" value={words.name} onChange={(name) => name.trim() !== "" && change({ name })} />
        <Flex gap="3">
          <TextField
            label="Plate or fleet number"
            value={words.plate}
            onChange={(plate) => change({ plate: plate.slice(0, 60) })}
          />
          <TextField label="Owner" value={words.owner} onChange={(owner) => change({ owner: owner.slice(0, 200) })} />
        </Flex>
        <TextField
          label="Note"
          value={words.note}
          lines={3}
          placeholder="Where its ports are, what to look out for"
          onChange={(note) => change({ note })}
        />
        {failure !== null && (
          <Text color="act" role="alert">
            {refusedSentence(failure)}
          </Text>
        )}
        {refusal !== null && (
          <Text color="act" role="alert">
            {refusal}
          </Text>
        )}
        {same.length > 0 && (
          <Box borderTopWidth="1px" borderColor="line" pt="2">
            <Text fontWeight="650">Perhaps the same car</Text>
            {same.slice(0, 3).map((one) => (
              <Flex key={one.id} gap="2" align="center" mt="1.5">
                <Box flex="1" minW="0">
                  <Text typed truncate>
                    {one.name}
                  </Text>
                  <Text color="soft" fontSize="14px">
                    {`${one.visits === 1 ? "one visit" : `${one.visits} visits`}, last ${dayOf(one.lastAt)}`}
                  </Text>
                </Box>
                <BenchButton
                  kind="quiet"
                  aria-label={`Make ${one.name} one with this vehicle`}
                  onClick={() => joinVehicles(id, one.id).then(() => follow(id), fail)}
                >
                  Make one
                </BenchButton>
              </Flex>
            ))}
          </Box>
        )}
        {joinedOnce.length > 0 && (
          <Box borderTopWidth="1px" borderColor="line" pt="2">
            <Text fontWeight="650">Also goes by</Text>
            <Text typed color="soft">
              {joinedOnce.map(({ name }) => name).join("; ")}
            </Text>
            <BenchButton kind="quiet" mt="1.5" onClick={() => takeVehicleApart(id).catch(fail)}>
              Take the last apart again
            </BenchButton>
          </Box>
        )}
      </Stack>
    </Card>
  );
}
