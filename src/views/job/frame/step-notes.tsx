"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { MOST_PHOTOS, type StepId } from "@/core/records/job";
import { reasonOf } from "@/core/result";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { FilesButton } from "@/ui/fields/file-button";
import { TextField } from "@/ui/fields/text-field";
import { Text } from "@/ui/text";
import { keepPhotos } from "@/views/workshop/add-photo";
import { KeptPhoto } from "@/views/workshop/kept-photo";
import { stepNotesText } from "@/words/screens/job-frame";

/** Note and photos of a step. */
export function useStepNotes(step: StepId) {
  const { job, edit } = useJob();
  const { note } = job.steps[step];
  const photos = job.photos.filter((photo) => photo.step === step);
  const [noting, setNoting] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const add = async (files: readonly File[]) => {
    setRefused(null);
    const left = await keepPhotos(
      files,
      MOST_PHOTOS - job.photos.length,
      () => job.id,
      (kept) => edit((stored) => ({ ...stored, photos: [...stored.photos, { ...kept, step }] })),
    );
    if (left.length > 0) setRefused(left.join(" "));
  };
  const full = job.photos.length >= MOST_PHOTOS;
  const content = (noting || note !== "" || photos.length > 0 || refused !== null) && (
    <Box w="full" maxW="760px">
      {(noting || note !== "") && (
        <TextField
          label={stepNotesText.note}
          value={note}
          lines={2}
          placeholder={stepNotesText.noteForThisStep}
          onChange={(text) =>
            edit((stored) => ({
              ...stored,
              steps: { ...stored.steps, [step]: { ...stored.steps[step], note: text } },
            }))
          }
        />
      )}
      {photos.length > 0 && (
        <Flex gap="2" wrap="wrap" mt="2" role="group" aria-label={stepNotesText.photosOfThisStep}>
          {photos.map((photo, i) => (
            <KeptPhoto
              key={photo.id}
              owner={job.id}
              photo={photo}
              name={stepNotesText.photoOfThisStep(i + 1)}
              onRemove={() =>
                edit((stored) => ({ ...stored, photos: stored.photos.filter(({ id }) => id !== photo.id) }))
              }
            />
          ))}
        </Flex>
      )}
      {refused !== null && (
        <Text kind="alarm" role="alert">
          {refused}
        </Text>
      )}
    </Box>
  );
  const buttons = (
    <>
      {!noting && note === "" && (
        <BenchButton kind="quiet" onClick={() => setNoting(true)}>
          {stepNotesText.addNote}
        </BenchButton>
      )}
      {full ? (
        <Text kind="aside">{stepNotesText.photosAtMostPerJob(MOST_PHOTOS)}</Text>
      ) : (
        <FilesButton
          label={stepNotesText.photoOfThisStep2}
          accept="image/*"
          onFiles={(files) => add(files).catch((error: unknown) => setRefused(stepNotesText.notSaved(reasonOf(error))))}
        >
          {stepNotesText.addPhotos}
        </FilesButton>
      )}
    </>
  );
  return { content, buttons };
}
