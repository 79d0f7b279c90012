"use client";

import { Box, Flex, Grid, Portal } from "@chakra-ui/react";
import { type ReactNode, useEffect, useRef, useState } from "react";
import type { MassBalance } from "@/core/charge/books/mass-balance";
import { isRefrigerant } from "@/core/fluids/refrigerants";
import type { SimulatorSample } from "@/core/instruments/instrument-simulator";
import { labelOf } from "@/core/records/derived/job-label";
import { balanceOf } from "@/core/records/derived/job-readings";
import type { Job, StepId } from "@/core/records/job";
import type { Figures } from "@/core/units/figures";
import type { UnitId } from "@/core/units/units";
import type { LiveValues } from "@/session/job/live-store";
import { useDesk, useJob, useLive, useSimulator } from "@/session/session";
import { useStateText } from "@/ui/announce";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { Text, useSay } from "@/ui/text";
import { commonText } from "@/words/screens/common";
import { distanceText } from "@/words/screens/job-frame";
import { stepWords } from "@/words/step-words";

/** One of three values, as it is read across the bay. */
interface Far {
  name: string;
  value: number | null;
  unit: UnitId;
  decimals?: number;
  /** Beside the unit: a limit, a target. */
  beside?: string;
}

interface Now {
  job: Job;
  live: LiveValues | null;
  latest: SimulatorSample | null;
  balance: MassBalance | null;
  figures: Figures;
}

const side = (name: string, value: number | null | undefined, unit: UnitId, decimals = 0): Far => ({
  name,
  value: value ?? null,
  unit,
  decimals,
});

const low = ({ live }: Now) => side(commonText.low, live?.values.low, "kPa");
const high = ({ live }: Now) => side(commonText.high, live?.values.high, "kPa");
const gauges = (now: Now): Far[] => [low(now), high(now), side(commonText.vent, now.live?.values.vent, "degC", 1)];

/** The three values of each step that runs; a step that is not here has nothing to watch. */
const watched: Partial<Record<StepId, (now: Now) => Far[]>> = {
  rest: (now) => [low(now), high(now), side(distanceText.ambient, now.live?.values.ambient, "degC", 1)],
  running: gauges,
  "shut-off": gauges,
  prove: gauges,
  recover: (now) => [side(distanceText.recovered, now.latest?.recoveredG, "g"), low(now), high(now)],
  evacuate: ({ job, latest }) => [
    side(distanceText.vacuum, latest?.vacuumKpa ?? job.evacuate.trace.at(-1)?.kpa, job.evacuate.lowest.unit, 2),
    side(distanceText.wall, latest?.ambient, "degC", 1),
  ],
  charge: (now) => {
    const { job, latest, balance, figures } = now;
    const { chargeG, toleranceG } = labelOf(job);
    return [
      {
        ...side(distanceText.inTheVehicle, balance?.inVehicleG, "g"),
        ...(chargeG === null
          ? {}
          : { beside: distanceText.of(figures.number(chargeG, "g"), figures.number(toleranceG ?? 0, "g")) }),
      },
      side(distanceText.scale, latest?.scaleG, "g"),
      high(now),
    ];
  },
};

export const canBeWatched = (step: StepId): boolean => watched[step] !== undefined;

/** The one action of the step: the loud button of its foot, wherever it comes from. */
const mainAct = (): HTMLButtonElement | null =>
  document.querySelector<HTMLButtonElement>('[data-step-foot] button[data-kind="act"]:not(:disabled)');

/** What a button says, without its key: here another key acts. */
function textOf(button: HTMLButtonElement | null): string | null {
  if (button === null) return null;
  const copy = button.cloneNode(true) as HTMLElement;
  for (const key of copy.querySelectorAll("kbd")) key.remove();
  return copy.textContent?.trim() || null;
}

/** Text of that button, followed as it changes. */
function useMainAct(): string | null {
  const [text, setText] = useState<string | null>(null);
  useEffect(() => {
    const look = () => setText(textOf(mainAct()));
    look();
    const foot = document.querySelector("[data-step-foot]");
    if (foot === null) return;
    const changes = new MutationObserver(look);
    changes.observe(foot, { subtree: true, childList: true, characterData: true, attributes: true });
    return () => changes.disconnect();
  }, []);
  return text;
}

/** A running step read from across the bay: three values, its state and the one action, by touch or space. */
export function DistanceView({ step, onClose }: { step: StepId; onClose: () => void }) {
  const figures = useFigures();
  const say = useSay();
  const { job } = useJob();
  const live = useLive();
  const { latest } = useSimulator("latest");
  const { call } = useDesk("call");
  const state = useStateText();
  const act = useMainAct();
  const found = balanceOf(job);
  const balance = found?.ok ? found.value : null;
  const values = watched[step]?.({ job, live, latest, balance, figures }) ?? [];
  const stops = call?.call === "stop";
  useKeys(onClose);
  const here = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const left = document.activeElement;
    here.current?.focus();
    return () => (left instanceof HTMLElement ? left.focus() : undefined);
  }, []);
  const { refrigerant } = job.intake;
  return (
    <Portal>
      <Flex
        ref={here}
        role="dialog"
        aria-modal
        aria-label={distanceText.title(stepWords[step].name)}
        tabIndex={-1}
        position="fixed"
        inset="0"
        zIndex="modal"
        direction="column"
        bg="ground"
        color="ink"
        data-distance
      >
        <Flex align="baseline" gap="4" bg="sheet" borderBottomWidth="1px" borderColor="line" px="6" py="3">
          <Text fontSize="xl" fontWeight="semibold" whiteSpace="nowrap">
            {say(stepWords[step].name)}
          </Text>
          <Text fontSize="xl" color="soft" typed truncate flex="1" minW="0">
            {[job.intake.vehicle, isRefrigerant(refrigerant) ? refrigerant : null].filter(Boolean).join(", ")}
          </Text>
          <BenchButton kind="quiet" shortcut="Esc" onClick={onClose}>
            {distanceText.close}
          </BenchButton>
        </Flex>
        <Grid
          flex="1"
          minH="0"
          templateColumns={{ base: "1fr", lg: `repeat(${Math.max(values.length, 1)}, minmax(0, 1fr))` }}
        >
          {values.map((value) => (
            <FarValue key={value.name} {...value} />
          ))}
        </Grid>
        <Text px="6" py="3" fontSize="2xl" fontWeight="semibold" minH="72px" color={stops ? "danger" : "ink"}>
          {state}
        </Text>
        <MainAct text={act} />
      </Flex>
    </Portal>
  );
}

/** Four digits and a space fill a third of 1 280 px at this size; upright the three values stand below each other. */
const DIGITS = { base: "clamp(64px, min(20vw, 14vh), 220px)", lg: "clamp(64px, min(9.4vw, 20vh), 200px)" };

function FarValue({ name, value, unit, decimals, beside }: Far) {
  const figures = useFigures();
  return (
    <Flex direction="column" justify="center" px="6" py="3" borderRightWidth="1px" borderColor="line" minW="0" minH="0">
      <Text fontSize="2xl" color="soft">
        {name}
      </Text>
      <Text fontSize={DIGITS} fontWeight="semibold" lineHeight="1.05" whiteSpace="nowrap" letterSpacing="-0.02em">
        {figures.number(value, unit, decimals)}
      </Text>
      <Text fontSize="2xl" color="soft">
        {beside === undefined ? figures.label(unit) : `${figures.label(unit)} ${beside}`}
      </Text>
    </Flex>
  );
}

function MainAct({ text }: { text: string | null }): ReactNode {
  const say = useSay();
  if (text === null)
    return (
      <Box px="6" py="6" bg="sheet" borderTopWidth="1px" borderColor="line">
        <Text fontSize="2xl" color="soft">
          {distanceText.nothingToDo}
        </Text>
      </Box>
    );
  return (
    <BenchButton
      kind="act"
      rounded="none"
      w="full"
      minH="clamp(110px, 18vh, 180px)"
      fontSize="4xl"
      justifyContent="start"
      px="6"
      onClick={() => mainAct()?.click()}
    >
      {say(text)}
    </BenchButton>
  );
}

/** Space acts wherever the focus is, Escape closes; no other key reaches the step below. */
function useKeys(onClose: () => void): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "Tab" || event.key === "Enter") return;
      event.preventDefault();
      event.stopPropagation();
      if (event.repeat) return;
      if (event.key === "Escape" || event.key.toLowerCase() === "f") onClose();
      else if (event.key === " ") mainAct()?.click();
    };
    window.addEventListener("keydown", listen, true);
    return () => window.removeEventListener("keydown", listen, true);
  }, [onClose]);
}
