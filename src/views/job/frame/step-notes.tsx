"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { useEffect, useState } from "react";
import { MOST_PHOTO_BYTES, MOST_PHOTOS, type Photo, type StepId } from "@/core/records/job";
import { reasonOf } from "@/core/result";
import { keepPicture, loadPicture } from "@/data/photos";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { FileButton } from "@/ui/file-button";
import { reducedPhoto } from "@/ui/reduced-photo";
import { Text } from "@/ui/text";
import { TextField } from "@/ui/text-field";

/** What a person wants kept of a step: words and photos. */
export function useStepNotes(step: StepId) {
  const { job, edit } = useJob();
  const { note } = job.steps[step];
  const photos = job.photos.filter((photo) => photo.step === step);
  const [noting, setNoting] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const add = async (file: File) => {
    setRefused(null);
    const small = await reducedPhoto(file, MOST_PHOTO_BYTES);
    if (small === null) {
      setRefused(`${file.name} is not a picture this browser can read. Nothing was changed.`);
      return;
    }
    const { jpeg, width, height } = small;
    const photo = { id: crypto.randomUUID(), step, at: new Date().toISOString(), width, height, bytes: jpeg.length };
    // The picture first: a record never names what was not stored.
    await keepPicture(job.id, photo.id, jpeg);
    edit((stored) => ({ ...stored, photos: [...stored.photos, photo] }));
  };
  const full = job.photos.length >= MOST_PHOTOS;
  const content = (noting || note !== "" || photos.length > 0 || refused !== null) && (
    <Box w="full" maxW="760px">
      {(noting || note !== "") && (
        <TextField
          label="Note of this step"
          value={note}
          lines={2}
          placeholder="Anything worth keeping"
          onChange={(text) =>
            edit((stored) => ({
              ...stored,
              steps: { ...stored.steps, [step]: { ...stored.steps[step], note: text } },
            }))
          }
        />
      )}
      {photos.length > 0 && (
        <Flex gap="2" wrap="wrap" mt="2" role="group" aria-label="Photos of this step">
          {photos.map((photo, i) => (
            <KeptPhoto
              key={photo.id}
              jobId={job.id}
              photo={photo}
              name={`Photo ${i + 1} of this step`}
              onRemove={() =>
                edit((stored) => ({ ...stored, photos: stored.photos.filter(({ id }) => id !== photo.id) }))
              }
            />
          ))}
        </Flex>
      )}
      {refused !== null && (
        <Text color="act" role="alert">
          {refused}
        </Text>
      )}
    </Box>
  );
  const buttons = (
    <>
      {!noting && note === "" && (
        <BenchButton kind="quiet" onClick={() => setNoting(true)}>
          Add a note
        </BenchButton>
      )}
      {full ? (
        <Text color="soft" fontSize="15px">
          {MOST_PHOTOS} photos are as many as a job holds.
        </Text>
      ) : (
        <FileButton
          label="Photo of this step"
          accept="image/*"
          onFile={(file) => add(file).catch((error: unknown) => setRefused(`Not stored: ${reasonOf(error)}`))}
        >
          Add a photo
        </FileButton>
      )}
    </>
  );
  return { content, buttons };
}

interface KeptPhotoProps {
  jobId: string;
  photo: Photo;
  name: string;
  onRemove: () => void;
}

/** Small until it is touched. */
function KeptPhoto({ jobId, photo, name, onRemove }: KeptPhotoProps) {
  const [large, setLarge] = useState(false);
  /** Of the picture; null where this browser has none, undefined until that is known. */
  const [address, setAddress] = useState<string | null>();
  useEffect(() => {
    let made: string | null = null;
    let gone = false;
    // Kept pictures never change: read once.
    void loadPicture(jobId, photo.id).then(
      (jpeg) => {
        if (gone) return;
        if (jpeg !== null) {
          made = URL.createObjectURL(new Blob([jpeg as Uint8Array<ArrayBuffer>], { type: "image/jpeg" }));
        }
        setAddress(made);
      },
      // A store that refuses is said above all steps.
      () => undefined,
    );
    return () => {
      gone = true;
      if (made !== null) URL.revokeObjectURL(made);
    };
  }, [jobId, photo.id]);
  return (
    <Box w={large ? "full" : "148px"}>
      <Box asChild w="full" rounded="card" overflow="hidden" borderWidth="1px" borderColor="line" bg="field">
        <button type="button" aria-expanded={large} aria-label={name} onClick={() => setLarge(!large)}>
          {address == null ? (
            <Text p="3" color="soft" fontSize="14px">
              {address === null ? "This picture is not in this browser." : "Opening"}
            </Text>
          ) : (
            // biome-ignore lint/performance/noImgElement: bytes of this browser's own store, nothing to optimise on a server
            <img
              src={address}
              alt={name}
              style={{ display: "block", width: "100%", height: large ? "auto" : 108, objectFit: "cover" }}
            />
          )}
        </button>
      </Box>
      <Flex align="center" justify="space-between">
        <Text fontSize="13px" color="soft">
          {Math.round(photo.bytes / 1000)} kB
        </Text>
        <BenchButton kind="quiet" px="0" minW="target" aria-label={`Take ${name} away`} onClick={onRemove}>
          <Trash2 size={18} />
        </BenchButton>
      </Flex>
    </Box>
  );
}
