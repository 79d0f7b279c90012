"use client";

import { useState } from "react";
import type { BenchRunning } from "@/core/bench/bench-answer";
import type { BenchState } from "@/core/bench/bench-state";
import type { PartId } from "@/core/causes/signs";
import { CircuitBoard, type Filling } from "@/pictures/circuit-board";
import type { Tap, TapId } from "@/pictures/circuit-taps";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { boardCardText } from "@/words/screens/bench";
import { commonText } from "@/words/screens/common";

/** Where the board has a plate for what the simulator knows along the circuit. */
const places: { id: TapId; name: string; of: (answer: BenchRunning) => number }[] = [
  { id: "discharge", name: boardCardText.dischargeLine, of: ({ reading }) => reading.discharge },
  { id: "liquid", name: commonText.liquidLine, of: ({ reading }) => reading.liquid },
  { id: "meteringIn", name: boardCardText.meteringDeviceInlet, of: ({ lines }) => lines["metering-in"] },
  { id: "metering-out", name: boardCardText.meteringDeviceOutlet, of: ({ lines }) => lines["metering-out"] },
  { id: "suction", name: commonText.suctionLine, of: ({ reading }) => reading.suction },
  { id: "vent", name: commonText.centreVent, of: ({ reading }) => reading.vent },
];

/** The circuit as it stands: temperatures along it, and what flows in its pipes. */
export function BoardCard({ state, answer }: { state: BenchState; answer: BenchRunning | null }) {
  const figures = useFigures();
  const [tapped, setTapped] = useState<TapId | null>(null);
  const taps: Tap[] = places.map(({ id, name, of }) => {
    const text = answer === null ? null : figures.quantity(of(answer), "degC", 0);
    return { id, label: `${name}, ${text ?? boardCardText.notRunning}`, text };
  });
  const read = places.find(({ id }) => id === tapped);
  const marks: Partial<Record<PartId, { text: string; tone: "out" | "wait" | "done" }>> = Object.fromEntries(
    state.faults
      .filter(({ severity }) => severity > 0)
      .flatMap(({ cause }) => {
        const part = partOf[cause];
        return part === undefined ? [] : [[part, { text: "wrong", tone: "out" as const }]];
      }),
  );
  return (
    <Card title={boardCardText.circuit}>
      <CircuitBoard
        metering={state.label.metering}
        notes={[]}
        marks={marks}
        selected={null}
        onSelect={() => undefined}
        taps={taps}
        tapped={tapped}
        onTap={(id) => setTapped(id === tapped ? null : id)}
        fillings={answer === null ? {} : fillingsOf(answer)}
      />
      <Text kind="note" minH="20px">
        {read && answer
          ? `${read.name}: ${figures.quantity(read.of(answer), "degC", 1)}.`
          : answer
            ? storeWords(state, answer)
            : boardCardText.notRunning2}
      </Text>
    </Card>
  );
}

function storeWords({ label }: BenchState, { storeLevel, flooded }: BenchRunning): string {
  const store = label.metering === "orifice-tube" ? "Accumulator" : "Receiver";
  const level = Math.round(Math.min(Math.max(storeLevel, 0), 1) * 100);
  return boardCardText.fullOfTheCondenserIs(store, level, Math.round(flooded * 100));
}

/** Colour of each pipe by the distance from saturation. */
function fillingsOf({
  reading,
  wetSuction,
}: BenchRunning): Record<"discharge-line" | "liquid-line" | "suction-line", Filling> {
  return {
    "discharge-line": "vapour",
    "liquid-line": reading.subcooling > 0.5 ? "liquid" : reading.subcooling > -20 ? "two-phase" : "vapour",
    "suction-line": wetSuction ? "two-phase" : "vapour",
  };
}

const partOf: Partial<Record<BenchState["faults"][number]["cause"], PartId>> = {
  "condenser-airflow": "condenser",
  "restriction-before-port": "condenser",
  "restriction-after-port": "liquid-line",
  "metering-stuck-closed": "metering-device",
  "metering-stuck-open": "metering-device",
  "compressor-worn": "compressor",
  "compressor-low-stroke": "compressor",
  "compressor-not-driven": "clutch-belt",
  "evaporator-airflow": "blower",
  "blend-door": "evaporator",
};
