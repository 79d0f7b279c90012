"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { useEffect, useState } from "react";
import { loadPicture } from "@/session/records/photos";
import { BenchButton } from "@/ui/buttons";
import { Text } from "@/ui/text";
import { commonText } from "@/words/screens/common";
import { keptPhotoText } from "@/words/screens/workshop";

/** Address of a picture for as long as it is shown; null where this browser has none, undefined until that is known. */
export function useKeptPhoto(owner: string, id: string): string | null | undefined {
  const [address, setAddress] = useState<string | null>();
  useEffect(() => {
    let made: string | null = null;
    let gone = false;
    // Kept pictures never change: read once.
    void loadPicture(owner, id).then(
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
  }, [owner, id]);
  return address;
}

interface KeptPhotoProps {
  /** By what it is kept: its job, or at a vehicle itself. */
  owner: string;
  photo: { id: string; bytes: number };
  name: string;
  /** Under it; its size where there is none. */
  caption?: string;
  onRemove?: () => void;
}

/** A picture out of the store: small until it is touched. */
export function KeptPhoto({ owner, photo, name, caption, onRemove }: KeptPhotoProps) {
  const [large, setLarge] = useState(false);
  const address = useKeptPhoto(owner, photo.id);
  return (
    <Box w={large ? "full" : "148px"}>
      <Box asChild w="full" rounded="card" overflow="hidden" borderWidth="1px" borderColor="line" bg="field">
        <button type="button" aria-expanded={large} aria-label={name} onClick={() => setLarge(!large)}>
          {address == null ? (
            <Text p="3" kind="note">
              {address === null ? commonText.photoNotHere : "Opening"}
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
        <Text kind="small">{caption ?? `${Math.round(photo.bytes / 1000)} kB`}</Text>
        {onRemove && (
          <BenchButton kind="quiet" px="0" minW="target" aria-label={keptPhotoText.remove(name)} onClick={onRemove}>
            <Trash2 size={18} />
          </BenchButton>
        )}
      </Flex>
    </Box>
  );
}
