"use client";

import { Flex } from "@chakra-ui/react";
import { movedBy } from "@/core/charge/books/ledger";
import type { MassBalance } from "@/core/charge/books/mass-balance";
import { checkFits } from "@/core/charge/books/mass-balance";
import { labelOf } from "@/core/records/derived/job-label";
import { balanceOf, foundOf, recoveredOf } from "@/core/records/derived/job-readings";
import type { HoseLoss } from "@/core/records/derived/job-rest";
import { hoseLossOf } from "@/core/records/derived/job-rest";
import type { StepId } from "@/core/records/job";
import { useJob } from "@/session/session";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { chargeSentence } from "@/words/issues";
import { lossSentence } from "@/words/leak";
import { ledgerName } from "@/words/refrigerant-log";
import { commonText } from "@/words/screens/common";
import { gramRailText } from "@/words/screens/job-frame";
import { OnHandPicture } from "./on-hand";
import { Rail } from "./rail";

/** The disconnection makes a difference worth a range. */
const apartByAGram = ({ letBackG, asTheyStoodG }: HoseLoss): boolean => (asTheyStoodG ?? letBackG) - letBackG >= 1;

/** Refrigerant that was drawn and is not in the vehicle. */
function NotInVehicle({ hosesG, purgedG, takenG }: Pick<MassBalance, "hosesG" | "purgedG" | "takenG">) {
  const figures = useFigures();
  return (
    <>
      <Row label={gramRailText.inChargingHose} value={`− ${figures.quantity(hosesG, "g")}`} />
      <Row label={gramRailText.purged} value={`− ${figures.quantity(purgedG, "g")}`} />
      {takenG > 0 && <Row label={gramRailText.excessRecovered} value={`− ${figures.quantity(takenG, "g")}`} />}
    </>
  );
}

/** Every gram of this job, adding up at any moment. */
export function GramRail({ step }: { step: StepId }) {
  const figures = useFigures();
  const { job } = useJob();
  const { chargeG, toleranceG } = labelOf(job);
  const recovered = recoveredOf(job);
  const balance = balanceOf(job);
  const recoveredG = recovered.ok ? recovered.value : null;
  const foundG = foundOf(job);
  const gauge = hoseLossOf(job);
  const unfit = balance?.ok && chargeG !== null ? checkFits(balance.value, chargeG) : null;
  return (
    <Rail label={ledgerName(figures)}>
      <Text as="h2" kind="lead">
        {ledgerName(figures)}
      </Text>
      <div>
        <Row
          label={gramRailText.label}
          value={
            chargeG === null ? "not entered" : `${figures.number(chargeG, "g")} ± ${figures.quantity(toleranceG, "g")}`
          }
        />
        {gauge !== null && (
          <Row
            label={gramRailText.lostWithGaugeHoses}
            value={
              gauge.lostG === null && apartByAGram(gauge)
                ? `${figures.number(gauge.letBackG, "g", 1)} to ${figures.quantity(gauge.asTheyStoodG, "g")}`
                : `≈ ${figures.quantity(gauge.lostG ?? gauge.letBackG, "g", 1)}`
            }
          />
        )}
        <Row
          label={commonText.recovered}
          value={recoveredG === null ? "not weighed" : figures.quantity(recoveredG, "g")}
        />
        {job.correction === null ? (
          <Row label={gramRailText.residualCharge} value={recoveredG === null ? "unknown" : figures.quantity(0, "g")} />
        ) : (
          <Row label={gramRailText.chargeByReadings} value={`≈ ${figures.quantity(job.correction.startG, "g")}`} />
        )}
        {balance?.ok &&
          balance.value.perContainer
            .filter((container) => container.drawnG > 0)
            .map((c) => <Row key={c.id} label={gramRailText.from(c.name)} value={figures.quantity(c.drawnG, "g")} />)}
        {movedBy(job.ledger, "dose") > 0 && (
          <Row label={gramRailText.chargedByStation} value={figures.quantity(movedBy(job.ledger, "dose"), "g")} />
        )}
        {balance?.ok && balance.value.drawnG > 0 && !job.station.used && <NotInVehicle {...balance.value} />}
        <Row
          strong
          label={gramRailText.inTheVehicle}
          value={
            recoveredG === null && job.correction === null
              ? "unknown"
              : balance?.ok
                ? figures.quantity(balance.value.inVehicleG, "g")
                : "unknown"
          }
        />
      </div>
      {unfit !== null && <Text kind="alarm">{chargeSentence(unfit, figures)}</Text>}
      {balance !== null && !balance.ok && <Text kind="alarm">{chargeSentence(balance.issue, figures)}</Text>}
      {!recovered.ok && <Text kind="alarm">{chargeSentence(recovered.issue, figures)}</Text>}
      {foundG !== null && chargeG !== null && job.correction === null && (
        <Text kind="note">
          {foundG < chargeG
            ? gramRailText.lost(figures.quantity(chargeG - foundG, "g"), lossSentence(job))
            : foundG > chargeG
              ? gramRailText.overTheLabel(figures.quantity(foundG - chargeG, "g"))
              : gramRailText.exactlyTheLabelCharge}
        </Text>
      )}
      {step === "charge" && balance?.ok && <OnHandPicture balance={balance.value} />}
    </Rail>
  );
}

function Row({ label, value, strong = false }: { label: string; value: string; strong?: boolean }) {
  return (
    <Flex
      justify="space-between"
      align="baseline"
      gap="3"
      py="1.5"
      borderTopWidth={strong ? "2px" : "1px"}
      borderColor={strong ? "ink" : "line"}
    >
      <Text as="span" fontSize="md">
        {label}
      </Text>
      <Text as="span" fontSize={strong ? "xl" : "md"} fontWeight="semibold" whiteSpace="nowrap">
        {value}
      </Text>
    </Flex>
  );
}
