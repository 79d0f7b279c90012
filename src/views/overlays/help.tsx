"use client";

import { Box, Flex, Input, Kbd } from "@chakra-ui/react";
import { X } from "lucide-react";
import { type RefObject, useEffect, useRef, useState } from "react";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { closeOverlay, useOverlays } from "@/ui/overlays";
import { Text } from "@/ui/text";
import { findEntries, type GlossaryEntry, glossary, kindWords } from "@/words/glossary";
import { helpText } from "@/words/screens/overlays";
import { HelpFigure } from "./help-figure";

/** Help beside the work: what the view is about, every word of the product to look up, and the keys. */
export function Help() {
  const { about, place, commands } = useOverlays();
  const figures = useFigures();
  const [query, setQuery] = useState("");
  const [open, setOpen] = useState<string | null>(about ?? place);
  const panel = useRef<HTMLDivElement>(null);
  useEffect(() => setOpen(about ?? place), [about, place]);
  useFocusInside(panel);
  const first = glossary.find(({ id }) => id === (about ?? place));
  const found = query.trim() === "" ? null : findEntries(query, figures);
  const listed = found ?? glossary.filter((entry) => entry !== first);
  return (
    <Flex
      ref={panel}
      as="aside"
      aria-label={helpText.help}
      tabIndex={-1}
      outline="none"
      direction="column"
      position="fixed"
      zIndex="overlay"
      top="0"
      right="0"
      bottom="0"
      w={{ base: "min(100vw, 400px)", md: "400px" }}
      bg="sheet"
      borderLeftWidth="1px"
      borderColor="edge"
      boxShadow="lg"
    >
      <Flex gap="2" p="3" align="center">
        <Text as="h2" kind="value" flex="1">
          {helpText.help}
        </Text>
        <BenchButton kind="quiet" aria-label={helpText.closeHelp} onClick={closeOverlay}>
          <X size={20} />
        </BenchButton>
      </Flex>
      <Box px="3" pb="2">
        <Input
          aria-label={helpText.searchHelp}
          placeholder={helpText.termCauseOrStep}
          h="target"
          bg="field"
          borderColor="edge"
          value={query}
          onChange={(event) => setQuery(event.target.value)}
        />
      </Box>
      <Box flex="1" overflowY="auto" px="3" pb="4">
        {found === null && first && <Entry entry={first} open figures={figures} />}
        {found?.length === 0 && (
          <Text kind="soft" py="3">
            {helpText.noEntryMatchesTryOne}
          </Text>
        )}
        {listed.map((entry) => (
          <Entry
            key={entry.id}
            entry={entry}
            open={open === entry.id || (found !== null && found[0] === entry)}
            figures={figures}
            onOpen={() => setOpen(open === entry.id ? null : entry.id)}
          />
        ))}
        {found === null && <Keys commands={commands} />}
      </Box>
    </Flex>
  );
}

/** Takes the focus while it stands, and gives it back; Escape closes it. */
function useFocusInside(panel: RefObject<HTMLDivElement | null>): void {
  const back = useRef<Element | null>(null);
  useEffect(() => {
    back.current = document.activeElement;
    panel.current?.focus();
    const onEscape = (event: KeyboardEvent) => event.key === "Escape" && closeOverlay();
    window.addEventListener("keydown", onEscape);
    return () => {
      window.removeEventListener("keydown", onEscape);
      if (back.current instanceof HTMLElement) back.current.focus();
    };
  }, [panel]);
}

function Keys({ commands }: Pick<ReturnType<typeof useOverlays>, "commands">) {
  return (
    <Box mt="4">
      <Text kind="strong" mb="1">
        {helpText.keys}
      </Text>
      {commands.map((command) => (
        <Flex key={command.key} justify="space-between" minH="32px" align="center">
          <Text>{command.does}</Text>
          <Kbd fontFamily="body">{command.key.toUpperCase()}</Kbd>
        </Flex>
      ))}
      <Text kind="note" mt="1">
        {helpText.ctrlKFindsViewsSteps}
      </Text>
    </Box>
  );
}

interface EntryProps {
  entry: GlossaryEntry;
  open: boolean;
  figures: ReturnType<typeof useFigures>;
  onOpen?: () => void;
}

function Entry({ entry, open, figures, onOpen }: EntryProps) {
  const title = (
    <Flex w="full" align="baseline" gap="2" textAlign="start">
      <Text as="span" kind="lead" flex="1">
        {entry.name}
      </Text>
      <Text as="span" kind="small">
        {kindWords[entry.kind]}
      </Text>
    </Flex>
  );
  return (
    <Box borderTopWidth="1px" borderColor="line" py="1.5">
      {onOpen ? (
        <Box asChild w="full" minH="target" cursor="pointer">
          <button type="button" aria-expanded={open} onClick={onOpen}>
            {title}
          </button>
        </Box>
      ) : (
        title
      )}
      {open && (
        <Box pb="2">
          <Text fontSize="md">{entry.text(figures)}</Text>
          {entry.figure && (
            <Box mt="2">
              <HelpFigure of={entry.figure} />
            </Box>
          )}
        </Box>
      )}
    </Box>
  );
}
