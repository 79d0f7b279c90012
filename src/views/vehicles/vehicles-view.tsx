"use client";

import { Box, Center, Flex, Spinner } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useState } from "react";
import type { VehicleRow } from "@/core/records/vehicles/vehicle-row";
import { reasonOf } from "@/core/result";
import { readQr } from "@/services/read-qr";
import { type DamagedRecord, damagedVehicles } from "@/session/records/damaged";
import { findVehicles, listVehicles, loadVehicle, newestVehicles } from "@/session/records/vehicles";
import { useStoredInParts } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Choice } from "@/ui/fields/choice";
import { FileButton } from "@/ui/fields/file-button";
import { TextField } from "@/ui/fields/text-field";
import { Notice } from "@/ui/notice";
import { Empty } from "@/ui/states/empty";
import { StoreFailure } from "@/ui/states/store-failure";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { DamagedRecords } from "@/views/workshop/damaged-records";
import { commonText } from "@/words/screens/common";
import { vehiclesViewText } from "@/words/screens/vehicles";
import { dueOf } from "@/words/vehicles";
import { vehiclePath } from "./paths";
import { qrPath } from "./qr-text";
import { type Recheck, recheckOf, saveCalendar } from "./recheck";
import { VehicleTable } from "./vehicle-table";

const whichOnes = [
  { value: "all", label: vehiclesViewText.all },
  { value: "due", label: vehiclesViewText.dueForReCheck },
] as const;
type Which = (typeof whichOnes)[number]["value"];

/** Every vehicle that was ever here: found by plate, owner, name or label, with what becomes of its charge. */
export function VehiclesView() {
  const router = useRouter();
  const { first, all: stored } = useStoredInParts(newestVehicles, listVehicles);
  const [query, setQuery] = useState("");
  const [which, setWhich] = useState<Which>("all");
  const [said, setSaid] = useState<string | null>(null);
  const found = useFound(query);
  const [now] = useState(() => Date.now());
  const [damaged, lookAgain] = useDamaged();
  const whole = stored.state === "ready" ? stored.value : null;
  // The first screenful stands while all of them are read.
  const all = whole ?? first?.rows ?? null;
  const count = whole?.length ?? first?.count ?? 0;
  const rows = useMemo(
    () =>
      (all ?? []).filter(
        (row) =>
          (found === null || found.has(row.id)) &&
          (which === "all" || (row.passes !== null && dueOf(row.passes, now) !== "later")),
      ),
    [all, found, which, now],
  );
  const open = useCallback((row: VehicleRow) => router.push(vehiclePath(row.id)), [router]);
  return (
    <AppFrame
      current="vehicles"
      about="vehicle-record"
      header={<VehiclesHeader rows={rows} all={all} count={count} now={now} onSaid={setSaid} />}
    >
      {damaged.length > 0 && (
        <Box p="4" pb="0" maxW="1240px">
          <DamagedRecords records={damaged} onGone={lookAgain} />
        </Box>
      )}
      {stored.state === "failed" || stored.state === "silent" ? (
        <Box p="4">
          <StoreFailure reason={stored.state === "failed" ? stored.reason : null} onAgain={stored.again} />
        </Box>
      ) : all === null ? (
        <Center h="40vh" gap="3">
          <Spinner /> <Text>{vehiclesViewText.loadingVehicles}</Text>
        </Center>
      ) : all.length === 0 ? (
        <Empty title={vehiclesViewText.noVehiclesYet}>{vehiclesViewText.aVehicleAppearsHereOnce}</Empty>
      ) : (
        <Flex as="main" direction="column" h="100%" p="4" gap="3">
          {said !== null && (
            <Notice tone="act" title={commonText.notFound}>
              {said}
            </Notice>
          )}
          <Flex gap="4" align="end" wrap="wrap">
            <Box flex="1 1 260px" maxW="460px">
              <TextField
                label={vehiclesViewText.findAVehicle}
                value={query}
                placeholder={vehiclesViewText.plateOwnerNameLabel}
                onChange={setQuery}
              />
            </Box>
            <Choice label={vehiclesViewText.vehiclesShown} options={whichOnes} value={which} onChange={setWhich} />
          </Flex>
          {rows.length === 0 ? (
            <Text kind="soft">
              {query.trim() === "" ? vehiclesViewText.noneFallsBelow85Within : vehiclesViewText.noVehicleMatches}
            </Text>
          ) : (
            <VehicleTable rows={rows} now={now} onOpen={open} />
          )}
        </Flex>
      )}
    </AppFrame>
  );
}

interface VehiclesHeaderProps {
  rows: readonly VehicleRow[];
  /** Null until they are read. */
  all: readonly VehicleRow[] | null;
  count: number;
  now: number;
  onSaid: (said: string) => void;
}

/** How many are shown; their re-checks as a calendar, and a vehicle by its code. */
function VehiclesHeader({ rows, all, count, now, onSaid }: VehiclesHeaderProps) {
  const router = useRouter();
  const calendar = async () => {
    const due: Recheck[] = [];
    for (const { id, passes } of rows) {
      if (passes === null) continue;
      const vehicle = await loadVehicle(id);
      const recheck = vehicle === null ? null : recheckOf(vehicle.id, vehicle.row.name, vehicle.history, now);
      if (recheck !== null) due.push(recheck);
    }
    await saveCalendar(due);
  };
  const scan = async (picture: File) => {
    const text = await readQr(picture);
    const path = text === null ? null : qrPath(text);
    if (path === null) onSaid(vehiclesViewText.noVehicleOrJobCode);
    else router.push(path);
  };
  return (
    <>
      <Text as="h1" kind="value">
        {commonText.vehicles}
      </Text>
      {all !== null && (
        <Text kind="soft" role="status">
          {rows.length === all.length ? vehiclesViewText.onRecord(count) : vehiclesViewText.ofLabel(rows.length, count)}
        </Text>
      )}
      <Flex ml="auto" gap="2" wrap="wrap">
        <BenchButton
          kind="quiet"
          disabled={rows.every(({ passes }) => passes === null)}
          onClick={() => calendar().catch((error) => onSaid(reasonOf(error)))}
        >
          {vehiclesViewText.addReChecksToCalendar}
        </BenchButton>
        <FileButton
          label={vehiclesViewText.photoOfCode}
          accept="image/*"
          onFile={(file) => scan(file).catch((error) => onSaid(reasonOf(error)))}
        >
          {vehiclesViewText.scanCode}
        </FileButton>
      </Flex>
    </>
  );
}

/** Records that cannot be read, once the list itself stands: all of them are read for it. */
function useDamaged(): [readonly DamagedRecord[], () => void] {
  const [damaged, setDamaged] = useState<readonly DamagedRecord[]>([]);
  const look = useCallback(() => void damagedVehicles().then(setDamaged, () => undefined), []);
  useEffect(() => {
    const later = setTimeout(look, LOOK_LATER_MS);
    return () => clearTimeout(later);
  }, [look]);
  return [damaged, look];
}
const LOOK_LATER_MS = 1200;

/** Ids that a query finds in the index; null while nothing is asked. */
function useFound(query: string): ReadonlySet<string> | null {
  const [found, setFound] = useState<ReadonlySet<string> | null>(null);
  useEffect(() => {
    let newest = true;
    findVehicles(query).then(
      (ids) => newest && setFound(ids),
      () => undefined,
    );
    return () => {
      newest = false;
    };
  }, [query]);
  return found;
}
