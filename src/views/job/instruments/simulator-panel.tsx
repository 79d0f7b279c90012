"use client";

import { Box, Flex } from "@chakra-ui/react";
import { ChevronUp, Unplug } from "lucide-react";
import { lazy, type ReactNode, Suspense, useState } from "react";
import type { Engine } from "@/core/instruments/instrument-simulator";
import { simulatedVehicles } from "@/core/instruments/simulated-vehicles";
import { onSimulator, simulatorIssue } from "@/core/records/practice";
import { disconnectSources } from "@/session/instruments/live-instruments";
import { useJob, useJobActs, useJobState, useSession, useSimulator } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Select } from "@/ui/fields/select";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { practiceSentence, practiceWords } from "@/words/practice";
import { commonText } from "@/words/screens/common";
import { livePanelText, simulatorPanelText } from "@/words/screens/job-instruments";

/** The last is for pump and hold, where half an hour has to pass. */
const paces = [1, 10, 60, 300] as const;
const engines: { value: Engine; label: string }[] = [
  { value: "off", label: commonText.engineOff },
  { value: "idle", label: simulatorPanelText.idle },
  { value: "fast", label: simulatorPanelText.fastIdle },
];

/** Fetched when instruments are chosen. */
const LivePanel = lazy(() => import("./live-panel").then(({ LivePanel }) => ({ default: LivePanel })));
const LogImport = lazy(() => import("./log-import").then(({ LogImport }) => ({ default: LogImport })));

/** The line of the instruments: connects the simulated rack or a log to this job, and drives the simulated engine. */
export function SimulatorPanel({ onClose }: { onClose: () => void }) {
  const { status } = useSimulator("status");
  const { desk } = useJobState("desk");
  // The instruments are where the desk is.
  if (desk === "elsewhere") return null;
  return status === "running" ? <Connected onClose={onClose} /> : <Unconnected />;
}

function Unconnected() {
  const figures = useFigures();
  const { job } = useJob();
  const { record } = useJobActs();
  const refusal = simulatorIssue(job);
  const rack = useSimulator("status", "reason", "connect");
  const [chosen, setChosen] = useState(job.rackVehicle ?? simulatedVehicles[0]!.id);
  return (
    <Line>
      <Text as="h2" kind="label" mb="1">
        {simulatorPanelText.instruments}
      </Text>
      <Flex gap="3" wrap="wrap" align="center">
        <Text kind="soft" flex="1 1 220px">
          {refusal !== null
            ? practiceSentence(refusal, figures)
            : job.purpose === "work"
              ? practiceWords.connectNote
              : simulatorPanelText.typeTheReadingsOrConnect}
        </Text>
        <Select
          label={simulatorPanelText.simulatedVehicle}
          width="auto"
          value={chosen}
          options={simulatedVehicles
            .filter(({ id, exercise }) => exercise === undefined || id === job.rackVehicle)
            .map(({ id, name }) => [id, name])}
          onPick={setChosen}
        />
        <BenchButton
          loading={rack.status === "connecting"}
          disabled={refusal !== null}
          onClick={() => {
            if (record((stored) => onSimulator(stored, chosen)) === null)
              rack.connect(chosen, onSimulator(job, chosen));
          }}
        >
          {job.purpose === "work" ? practiceWords.connect : simulatorPanelText.connectSimulator}
        </BenchButton>
      </Flex>
      <Suspense fallback={<Text kind="soft">{simulatorPanelText.openingTheLogReader}</Text>}>
        <LogImport />
        <LivePanel />
      </Suspense>
      {rack.status === "lost" && (
        <Text kind="alarm" mt="2">
          {simulatorPanelText.simulatorLost(rack.reason ?? "")}
        </Text>
      )}
    </Line>
  );
}

function Connected({ onClose }: { onClose: () => void }) {
  const { record } = useJobActs();
  const rack = useSimulator("source", "engine", "pace", "setEngine", "setPace");
  const session = useSession();
  return (
    <Line>
      <Flex gap="1.5" wrap="wrap" align="center">
        <Text kind="label" me="1" hideBelow="lg">
          {rack.source.kind === "log" ? "Log" : rack.source.kind === "live" ? livePanelText.live : "Rack"}
        </Text>
        {rack.source.kind === "log" ? (
          <Text kind="strong" truncate maxW="300px">
            {rack.source.name}
            {rack.source.ended ? ", ended" : ""}
          </Text>
        ) : (
          engines.map(({ value, label }) => (
            <BenchButton key={value} px="3" aria-pressed={rack.engine === value} onClick={() => rack.setEngine(value)}>
              {label}
            </BenchButton>
          ))
        )}
        <Text kind="label" ml="auto" hideBelow="lg">
          {rack.source.kind === "live" ? "" : simulatorPanelText.clock}
        </Text>
        {(rack.source.kind === "live" ? [] : paces).map((pace) => (
          <BenchButton
            key={pace}
            aria-pressed={rack.pace === pace}
            px="2.5"
            minW="target"
            onClick={() => rack.setPace(pace)}
          >
            {`× ${pace}`}
          </BenchButton>
        ))}
        <BenchButton
          kind="quiet"
          px="0"
          minW="target"
          aria-label={closeWords[rack.source.kind]}
          title={closeWords[rack.source.kind]}
          onClick={() => {
            record((stored) => ({ ...stored, rackVehicle: null }));
            disconnectSources(session);
          }}
        >
          <Unplug size={19} />
        </BenchButton>
        <BenchButton
          kind="quiet"
          px="0"
          minW="target"
          aria-label={simulatorPanelText.hideInstruments}
          onClick={onClose}
        >
          <ChevronUp size={19} />
        </BenchButton>
      </Flex>
      {rack.source.kind === "live" && (
        <Suspense fallback={null}>
          <LivePanel />
        </Suspense>
      )}
    </Line>
  );
}

const closeWords = {
  rack: simulatorPanelText.disconnectSimulator,
  log: simulatorPanelText.closeLog,
  live: livePanelText.closeLive,
} as const;

/** Between the header and the work, as wide as both. */
function Line({ children }: { children: ReactNode }) {
  return (
    <Box
      as="section"
      aria-label={simulatorPanelText.instruments}
      bg="sheet"
      borderBottomWidth="1px"
      borderColor="line"
      px="4"
      py="1.5"
    >
      {children}
    </Box>
  );
}
