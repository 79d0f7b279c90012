"use client";

import { Box, Dialog, Flex, Input, Kbd, Portal } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { type KeyboardEvent, useEffect, useMemo, useState } from "react";
import { listJobs } from "@/session/records/jobs";
import { searchVehicles } from "@/session/records/vehicles";
import { useFigures } from "@/ui/figures";
import { closeOverlay, openHelp, useOverlays } from "@/ui/overlays";
import { Text } from "@/ui/text";
import { stepPath } from "@/views/job/frame/steps";
import { vehiclePath } from "@/views/vehicles/paths";
import { glossary, kindWords } from "@/words/glossary";
import { commonText } from "@/words/screens/common";
import { paletteText } from "@/words/screens/overlays";
import { settingsCards } from "@/words/settings";

interface Item {
  id: string;
  kind: string;
  name: string;
  /** Also found by these. */
  also: string;
  key?: string;
  run: () => void;
}

const MOST_SHOWN = 40;

/** Everything that can be found, and whether the store has told its jobs yet. */
function useItems(query: string): { items: Item[]; complete: boolean } {
  const { commands } = useOverlays();
  const router = useRouter();
  const figures = useFigures();
  const [jobs, setJobs] = useState<Item[] | null>(null);
  const [vehicles, setVehicles] = useState<Item[]>([]);
  useEffect(() => {
    listJobs({ open: 60, signed: 10, archived: 0 }).then(
      (stored) =>
        setJobs(
          stored.jobs.map((job) => ({
            id: `job-${job.id}`,
            kind: "Job",
            name: job.intake.vehicle.trim() || commonText.unnamedVehicle,
            also: `${job.intake.complaint} ${job.intake.refrigerant ?? ""}`,
            run: () => router.push(stepPath(job.id, "intake")),
          })),
        ),
      // A store that refuses is said to by the view; everything else is found all the same.
      () => setJobs([]),
    );
  }, [router]);
  useEffect(() => {
    let newest = true;
    searchVehicles(query, MOST_SHOWN / 2).then(
      (rows) =>
        newest &&
        setVehicles(
          rows.map((row) => ({
            id: `vehicle-${row.id}`,
            kind: "Vehicle",
            name: [row.name, row.plate].filter(Boolean).join(", "),
            also: row.words.join(" "),
            run: () => router.push(vehiclePath(row.id)),
          })),
        ),
      () => undefined,
    );
    return () => {
      newest = false;
    };
  }, [router, query]);
  const items = useMemo(
    (): Item[] => [
      ...commands.map(({ key, does, run }) => ({ id: `do-${key}`, kind: "Do", name: does, also: "", key, run })),
      ...(jobs ?? []),
      ...vehicles,
      ...settingsCards.map(({ id, name, also }) => ({
        id: `set-${id}`,
        kind: "Setting",
        name,
        also,
        run: () => router.push(`/settings#${id}`),
      })),
      ...glossary.map((entry) => ({
        id: entry.id,
        kind: kindWords[entry.kind],
        name: entry.name,
        also: `${entry.also ?? ""} ${entry.text(figures)}`,
        run: () => openHelp(entry.id),
      })),
    ],
    [commands, jobs, vehicles, router, figures],
  );
  return { items, complete: jobs !== null };
}

/** Items that hold every word, those that have them in their name first. */
function foundIn(items: readonly Item[], query: string): Item[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  return items
    .filter(({ kind, name, also }) => words.every((word) => `${kind} ${name} ${also}`.toLowerCase().includes(word)))
    .map((item) => ({ item, near: words.every((word) => item.name.toLowerCase().includes(word)) }))
    .sort((a, b) => Number(b.near) - Number(a.near))
    .slice(0, MOST_SHOWN)
    .map(({ item }) => item);
}

/** One field that finds everything: what can be done here, views, vehicles, steps, causes, words, settings. */
export function Palette() {
  const [query, setQuery] = useState("");
  const [at, setAt] = useState(0);
  const { items, complete } = useItems(query);
  // Enter pressed before all jobs are there waits for them.
  const [entered, setEntered] = useState(false);
  const found = foundIn(items, query);
  const chosen = Math.min(at, found.length - 1);
  const run = (item: Item | undefined) => {
    if (item === undefined) return;
    closeOverlay();
    item.run();
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is found then is run, once
  useEffect(() => {
    if (!entered || !complete) return;
    setEntered(false);
    run(found[chosen]);
  }, [entered, complete]);
  const keys = (event: KeyboardEvent) => {
    if (event.key === "Enter") setEntered(true);
    else if (event.key === "ArrowDown") setAt(Math.min(chosen + 1, found.length - 1));
    else if (event.key === "ArrowUp") setAt(Math.max(chosen - 1, 0));
    else return;
    event.preventDefault();
  };
  return (
    <Dialog.Root open onOpenChange={(details) => !details.open && closeOverlay()} size="md">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" color="ink" overflow="hidden">
            <Dialog.Title srOnly>{paletteText.search}</Dialog.Title>
            <Box p="3">
              <Input
                aria-label={paletteText.search}
                aria-controls="palette-found"
                aria-activedescendant={found[chosen] ? `palette-${found[chosen].id}` : undefined}
                placeholder={paletteText.vehicleStepCauseTermSetting}
                value={query}
                h="56px"
                fontSize="lg"
                bg="field"
                borderColor="edge"
                onChange={(event) => {
                  setQuery(event.target.value);
                  setAt(0);
                }}
                onKeyDown={keys}
              />
            </Box>
            <Found found={found} chosen={chosen} onRun={run} />
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

interface FoundProps {
  found: readonly Item[];
  chosen: number;
  onRun: (item: Item) => void;
}

function Found({ found, chosen, onRun }: FoundProps) {
  return (
    <Box id="palette-found" role="listbox" aria-label={paletteText.results} maxH="56vh" overflowY="auto" px="2" pb="2">
      {found.length === 0 && (
        <Text kind="soft" px="2" pb="2">
          {paletteText.nothingMatches}
        </Text>
      )}
      {found.map((item, i) => (
        <Flex
          key={item.id}
          id={`palette-${item.id}`}
          role="option"
          aria-selected={i === chosen}
          ref={(element: HTMLDivElement | null) => {
            if (i === chosen) element?.scrollIntoView?.({ block: "nearest" });
          }}
          align="center"
          gap="3"
          minH="target"
          px="2"
          rounded="card"
          cursor="pointer"
          bg={i === chosen ? "band" : undefined}
          _hover={{ bg: "band" }}
          onClick={() => onRun(item)}
        >
          <Text w="64px" flexShrink="0" kind="small">
            {item.kind}
          </Text>
          <Text typed={item.kind === "Vehicle" || item.kind === "Job"} flex="1" minW="0" truncate fontSize="md">
            {item.name}
          </Text>
          {item.key && <Kbd fontFamily="body">{item.key.toUpperCase()}</Kbd>}
        </Flex>
      ))}
    </Box>
  );
}
