"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { type Job, MOST_PHOTOS } from "@/core/records/job";
import { reasonOf } from "@/core/result";
import { editVehicle, type VehicleFile } from "@/session/records/vehicles";
import { Card } from "@/ui/card";
import { FilesButton } from "@/ui/fields/file-button";
import { Text } from "@/ui/text";
import { keepPhotos } from "@/views/workshop/add-photo";
import { KeptPhoto } from "@/views/workshop/kept-photo";
import { vehiclePhotosText } from "@/words/screens/vehicles";
import { stepWords } from "@/words/step-words";
import { dayOf } from "@/words/vehicles";
import { useFollowRenamed } from "./follow-renamed";

/** Photos of the car itself, and those that were taken at its visits. */
export function VehiclePhotos({ vehicle, jobs }: { vehicle: VehicleFile; jobs: readonly Job[] }) {
  const { id, record } = vehicle;
  const own = record?.photos ?? [];
  const [refused, setRefused] = useState<string | null>(null);
  const follow = useFollowRenamed(id);
  const fail = (error: unknown) => setRefused(vehiclePhotosText.notSaved(reasonOf(error)));
  const add = async (files: readonly File[]) => {
    setRefused(null);
    let address = id;
    const left = await keepPhotos(
      files,
      MOST_PHOTOS - own.length,
      (photoId) => photoId,
      async (photo) => {
        address = await editVehicle(address, ({ photos }) => ({ photos: [...photos, photo] }));
      },
    );
    if (left.length > 0) setRefused(left.join(" "));
    follow(address);
  };
  const remove = (photoId: string) =>
    editVehicle(id, ({ photos }) => ({ photos: photos.filter((photo) => photo.id !== photoId) })).catch(fail);
  const ofVisits = jobs.flatMap((job) => job.photos.map((photo) => ({ job, photo })));
  return (
    <Card title={vehiclePhotosText.photos}>
      {own.length + ofVisits.length === 0 && (
        <Text kind="soft" mb="2">
          {vehiclePhotosText.labelPortsNotesForThe}
        </Text>
      )}
      <Flex gap="2" wrap="wrap" role="group" aria-label={vehiclePhotosText.photosOfThisVehicle}>
        {own.map((photo, i) => (
          <KeptPhoto
            key={photo.id}
            owner={photo.id}
            photo={photo}
            name={vehiclePhotosText.photoOfThisVehicle(i + 1)}
            caption={dayOf(photo.at)}
            onRemove={() => void remove(photo.id)}
          />
        ))}
        {ofVisits.map(({ job, photo }, i) => (
          <KeptPhoto
            key={`${job.id} ${photo.id}`}
            owner={job.id}
            photo={photo}
            name={vehiclePhotosText.photoOfItsVisits(i + 1)}
            caption={`${stepWords[photo.step].name}, ${dayOf(photo.at)}`}
          />
        ))}
      </Flex>
      {refused !== null && (
        <Text kind="alarm" role="alert">
          {refused}
        </Text>
      )}
      {own.length < MOST_PHOTOS && (
        <Box mt={own.length + ofVisits.length > 0 ? "2" : "0"}>
          <FilesButton
            label={vehiclePhotosText.photoOfThisVehicle2}
            accept="image/*"
            onFiles={(files) => add(files).catch(fail)}
          >
            {vehiclePhotosText.addPhotos}
          </FilesButton>
        </Box>
      )}
    </Card>
  );
}
