"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { type ChannelId, channelIds, channels } from "@/core/readings/channels";
import { partsOfLine } from "@/core/readings/live/line";
import { type Assignment, entryPlace } from "@/core/readings/live/live-decoder";
import { type UnitId, units, unitsOf } from "@/core/units/units";
import { canOpen, type PortKind, portKinds } from "@/services/live-ports";
import { assignSource, connectSource, USUAL_BRIDGE } from "@/session/instruments/live-instruments";
import type { LiveSourceStanding } from "@/session/instruments/live-sources";
import { useSession, useSimulator } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { GaugeOrAbsolute } from "@/ui/fields/gauge-or-absolute";
import { Select } from "@/ui/fields/select";
import { TextField } from "@/ui/fields/text-field";
import { Text } from "@/ui/text";
import { lostWords, troublesWords } from "@/words/live-sources";
import { livePanelText } from "@/words/screens/job-instruments";

const bauds = ["2400", "4800", "9600", "19200", "38400", "57600", "115200"] as const;

/** Real instruments, live: each port that this browser can open, and every source that is on with what it says. */
export function LivePanel() {
  const session = useSession();
  const { sources } = useSimulator("sources");
  const [address, setAddress] = useState(USUAL_BRIDGE);
  const [baud, setBaud] = useState<(typeof bauds)[number]>("9600");
  // The server does not know what the browser can.
  const [kinds, setKinds] = useState<readonly PortKind[]>([]);
  useEffect(() => setKinds(portKinds.filter(canOpen)), []);
  const known = URL.canParse(address);
  return (
    <Box mt="2" pt="2" borderTopWidth="1px" borderColor="line" role="group" aria-label={livePanelText.liveInstruments}>
      <Flex gap="3" wrap="wrap" align="end">
        <Text kind="label" alignSelf="center">
          {livePanelText.liveInstruments}
        </Text>
        <Box w="230px">
          <TextField label={livePanelText.bridgeAddress} value={address} onChange={setAddress} />
        </Box>
        <BenchButton
          disabled={!known || !kinds.includes("bridge")}
          onClick={() => connectSource(session, "bridge", { address, baud: 0 })}
        >
          {livePanelText.connectBridge}
        </BenchButton>
        {kinds.includes("serial") && (
          <>
            <Select
              label={livePanelText.baudRate}
              width="auto"
              value={baud}
              options={bauds.map((one) => [one, `${one} baud`])}
              onPick={setBaud}
            />
            <BenchButton onClick={() => connectSource(session, "serial", { address: "", baud: Number(baud) })}>
              {livePanelText.connectSerial}
            </BenchButton>
          </>
        )}
        {kinds.includes("bluetooth") && (
          <BenchButton onClick={() => connectSource(session, "bluetooth", { address: "", baud: 0 })}>
            {livePanelText.connectBluetooth}
          </BenchButton>
        )}
      </Flex>
      {sources.map((source) => (
        <Source key={source.id} source={source} />
      ))}
    </Box>
  );
}

const states = {
  opening: { tone: "soft", text: livePanelText.opening },
  open: { tone: "done", text: livePanelText.open },
  lost: { tone: "danger", text: livePanelText.lost },
} as const;

function Source({ source }: { source: LiveSourceStanding }) {
  const { dropLive } = useSimulator("dropLive");
  const troubles = troublesWords(source.troubles);
  return (
    <Box mt="2" borderTopWidth="1px" borderColor="line" pt="2" data-source={source.name}>
      <Flex gap="3" wrap="wrap" align="center">
        <Text kind="strong">{source.name}</Text>
        <Text fontWeight="semibold" color={states[source.state].tone}>
          {states[source.state].text}
        </Text>
        <Text kind="note">
          {[
            livePanelText.lines(source.lines),
            source.simulated ? livePanelText.simulated : null,
            source.batteryPct === null ? null : livePanelText.battery(source.batteryPct),
            troubles === "" ? null : troubles,
          ]
            .filter(Boolean)
            .join("; ")}
        </Text>
        <BenchButton kind="quiet" ml="auto" onClick={() => dropLive(source.id)}>
          {livePanelText.disconnect}
        </BenchButton>
      </Flex>
      {source.state === "lost" && (
        <Text kind="alarm" role="alert">
          {lostWords(source.reason)}
        </Text>
      )}
      {source.line !== null && <Assigned source={source} line={source.line} />}
    </Box>
  );
}

/** The newest line, and for each of its numbers what it is. */
function Assigned({ source, line }: { source: LiveSourceStanding; line: string }) {
  const session = useSession();
  const parts = partsOfLine(line);
  const { assignment } = source;
  const placeOf = (i: number) => entryPlace(assignment, parts, i);
  const of = (i: number) => assignment[placeOf(i)] ?? { channel: null, unit: null };
  const set = (i: number, part: Partial<Assignment[number]>) =>
    assignSource(
      session,
      source.id,
      source.name,
      assignment.map((one, at) => (at === placeOf(i) ? { ...one, ...part } : one)),
    );
  return (
    <Box mt="1">
      <Text kind="note" typed>
        {livePanelText.newestLine(line.slice(0, 120))}
      </Text>
      <Flex gap="3" wrap="wrap" mt="1">
        {parts.map(({ value, unit, unknownUnit, word }, i) => {
          const { channel, unit: own, absolute = false } = of(i);
          const choices = channel === null ? [] : unitsOf(channels[channel].dimension);
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a number of a line is known by its place
            <Flex key={i} gap="1.5" align="center">
              <Text kind="strong">
                {`${word} ${value} ${unit === null ? (unknownUnit ?? "") : units[unit].label}`.trim()}
              </Text>
              <Select<ChannelId | "none">
                label={livePanelText.numberIs(i + 1)}
                width="auto"
                value={channel ?? "none"}
                options={[["none", livePanelText.notUsed], ...channelIds.map((id) => [id, channels[id].name] as const)]}
                onPick={(picked) =>
                  set(
                    i,
                    picked === "none" ? { channel: null } : { channel: picked, unit: unit ?? channels[picked].unit },
                  )
                }
              />
              {channel !== null && offersAbsolute(channel, unit) && (
                <GaugeOrAbsolute
                  label={livePanelText.countedFrom(i + 1)}
                  width="auto"
                  absolute={absolute}
                  onPick={(picked) => set(i, { absolute: picked })}
                />
              )}
              {unit === null && choices.length > 1 && (
                <Select<UnitId>
                  label={livePanelText.unitOf(i + 1)}
                  width="auto"
                  value={(own ?? "") as UnitId}
                  options={choices.map((id) => [id, units[id].label])}
                  onPick={(picked) => set(i, { unit: picked })}
                />
              )}
            </Flex>
          );
        })}
      </Flex>
    </Box>
  );
}

/** Whether a pressure may be gauge or absolute: its unit does not say which. */
function offersAbsolute(channel: ChannelId, unit: UnitId | null): boolean {
  return channels[channel].dimension === "pressure" && (unit === null || units[unit].dimension === "pressure");
}
