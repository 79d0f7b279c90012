"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { ChargeInputs, MassBalance } from "@/core/charge/books/mass-balance";
import type { Figures } from "@/core/units/figures";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { waitsInHose } from "@/words/charge";
import { chargeBarText } from "@/words/screens/pictures";

interface ChargeBarProps {
  inputs: ChargeInputs;
  balance: MassBalance;
  /** Current rate and time left; null while nothing flows. */
  pace: string | null;
  /** Where containers will run out, in grams in the vehicle. */
  runsOut: readonly { name: string; atG: number }[];
  /** Said under the bar. */
  foot: string | null;
}

/** The one number of the charge desk: what is in the vehicle, of what the label says, and how far it still is. */
export function ChargeBar({ inputs, balance, pace, runsOut, foot }: ChargeBarProps) {
  const figures = useFigures();
  const { labelG, toleranceG } = inputs;
  const word = standingWord(balance, figures);
  return (
    <Card title={chargeBarText.inTheVehicle}>
      <Flex align="baseline" gap="3.5" wrap="wrap" lineHeight="1">
        <Text as="span" fontSize="5xl" fontWeight="semibold" letterSpacing="-3px" data-testid="in-vehicle">
          {figures.number(balance.inVehicleG, "g")}
        </Text>
        <Text as="span" fontSize="3xl" color="soft">
          {chargeBarText.ofLabel(figures.label("g"), figures.number(labelG, "g"), figures.number(toleranceG, "g"))}
        </Text>
        <Box ml="auto" textAlign="end">
          <Text
            fontSize="3xl"
            fontWeight="semibold"
            color={balance.state === "inside" ? "done" : balance.state === "over" ? "act" : "ink"}
          >
            {word}
          </Text>
          {pace && (
            <Text fontSize="md" color="soft" mt="1.5">
              {pace}
            </Text>
          )}
        </Box>
      </Flex>
      <FillBar inputs={inputs} inVehicleG={balance.inVehicleG} word={word} runsOut={runsOut} />
      {foot && (
        <Text kind="note" mt="1">
          {foot}
        </Text>
      )}
    </Card>
  );
}

interface FillBarProps extends Pick<ChargeBarProps, "inputs" | "runsOut"> {
  inVehicleG: number;
  /** The standing in words. */
  word: string;
}

function FillBar({ inputs: { labelG, toleranceG }, inVehicleG, word, runsOut }: FillBarProps) {
  const figures = useFigures();
  // The bar ends well past the band, so that an overfill is seen as one.
  const end = Math.max(labelG * 1.15, labelG + 2 * toleranceG, inVehicleG * 1.02);
  const share = (grams: number) => `${Math.min(100, Math.max(0, (grams / end) * 100))}%`;
  return (
    <Box
      position="relative"
      h={runsOut.length > 0 ? "88px" : "64px"}
      mt="4"
      role="img"
      aria-label={chargeBarText.inTheVehicle2(figures.quantity(inVehicleG, "g"), word)}
    >
      <Box position="absolute" top="22px" left="0" right="0" h="34px" borderWidth="1px" borderColor="ink" bg="field" />
      <Box
        position="absolute"
        top="16px"
        h="46px"
        left={share(labelG - toleranceG)}
        width={share(2 * toleranceG)}
        bg="band"
        borderXWidth="2px"
        borderColor="done"
      />
      <Box position="absolute" top="22px" left="0" h="34px" width={share(inVehicleG)} bg="liquid" />
      <Box position="absolute" top="12px" h="50px" width="3px" bg="ink" left={share(inVehicleG)} />
      <Text
        position="absolute"
        top="-6px"
        left={share(labelG)}
        transform={`translateX(-${share(labelG)})`}
        fontSize="sm"
        fontWeight="semibold"
        color="done"
        whiteSpace="nowrap"
      >
        {chargeBarText.labelTo(figures.number(labelG - toleranceG, "g"), figures.number(labelG + toleranceG, "g"))}
      </Text>
      {runsOut.map(({ name, atG }) => (
        <EmptyMark key={name} at={share(atG)}>
          {chargeBarText.emptiesNear(name, figures.quantity(atG, "g"))}
        </EmptyMark>
      ))}
    </Box>
  );
}

function standingWord(balance: ChargeBarProps["balance"], figures: Figures): string {
  if (balance.state === "inside") return chargeBarText.withinTheLabelRange;
  if (balance.state === "over") return chargeBarText.over(figures.quantity(-balance.toGoG, "g"));
  return waitsInHose(balance)
    ? chargeBarText.inHose(figures.quantity(balance.drawInG, "g"))
    : chargeBarText.toGo(figures.quantity(balance.toGoG, "g"));
}

/** Where a container runs out, with its words as far to the left as the mark stands along the bar: they never leave the bar at either end. */
function EmptyMark({ at, children }: { at: string; children: string }) {
  return (
    <Box position="absolute" top="56px" left={at} w="0">
      <Box h="10px" w="3px" bg="wait" />
      <Text kind="small" w="max-content" whiteSpace="nowrap" transform={`translateX(-${at})`}>
        {children}
      </Text>
    </Box>
  );
}
