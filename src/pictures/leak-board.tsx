"use client";

import { type LeakPlace, leakPlaces } from "@/core/causes/leak-places";
import type { PartId } from "@/core/causes/signs";
import type { PlaceState } from "@/core/records/derived/job-leak";
import { placeLabel } from "@/words/leak";
import { CircuitBoard } from "./circuit-board";
import { svgClass } from "./drawing";
import { SvgButton } from "./svg-button";

interface LeakMark {
  place: LeakPlace;
  rank: number;
  state: PlaceState;
}

interface LeakBoardProps {
  metering: "expansion-valve" | "orifice-tube" | null;
  marks: readonly LeakMark[];
  selected: LeakPlace | null;
  onSelect: (place: LeakPlace) => void;
}

/** Middle of each mark, in the board's units. */
const at: Record<LeakPlace, readonly [number, number]> = {
  condenser: [178, 48],
  "high-port": [398, 64],
  "low-port": [124, 239],
  "shaft-seal": [22, 132],
  "compressor-body": [112, 186],
  "discharge-hose": [84, 84],
  "suction-hose": [84, 226],
  joints: [126, 33],
  "liquid-line": [438, 160],
  "pressure-sensor": [438, 62],
  drier: [410, 138],
  accumulator: [54, 247],
  "metering-device": [438, 240],
  evaporator: [332, 284],
};

/** Side of a mark, and how far around it a touch counts. */
const SIDE = 27;
const TOUCH = 50;
const INK = "var(--chakra-colors-ink)";

const looks: Record<PlaceState, { fill: string; ink: string }> = {
  leaks: { fill: "var(--chakra-colors-danger)", ink: "var(--chakra-colors-on-danger)" },
  repaired: { fill: "var(--chakra-colors-wait)", ink: "var(--chakra-colors-on-danger)" },
  tight: { fill: "var(--chakra-colors-done)", ink: "var(--chakra-colors-on-danger)" },
  unchecked: { fill: "var(--chakra-colors-field)", ink: INK },
};

/** The places where this circuit leaks, numbered by likelihood on its own drawing. */
export function LeakBoard({ metering, marks, selected, onSelect }: LeakBoardProps) {
  /** A part stands for the likeliest place at it. */
  const placeAt = (part: PartId) => marks.find(({ place }) => leakPlaces[place].part === part)?.place;
  return (
    <CircuitBoard
      metering={metering}
      notes={[]}
      selected={null}
      onSelect={(part) => {
        const place = placeAt(part);
        if (place) onSelect(place);
      }}
    >
      {marks.map((mark) => (
        <Mark key={mark.place} mark={mark} selected={mark.place === selected} onSelect={onSelect} />
      ))}
    </CircuitBoard>
  );
}

function Mark({
  mark: { place, rank, state },
  selected,
  onSelect,
}: {
  mark: LeakMark;
  selected: boolean;
  onSelect: (place: LeakPlace) => void;
}) {
  const [x, y] = at[place];
  const { fill, ink } = looks[state];
  return (
    <SvgButton label={`${rank}. ${placeLabel(place, state)}`} pressed={selected} onPress={() => onSelect(place)}>
      {selected && (
        <rect
          x={x - SIDE / 2 - 4}
          y={y - SIDE / 2 - 4}
          width={SIDE + 8}
          height={SIDE + 8}
          rx="8"
          fill="var(--chakra-colors-sheet)"
          stroke={INK}
          strokeWidth="2.5"
        />
      )}
      <rect
        x={x - SIDE / 2}
        y={y - SIDE / 2}
        width={SIDE}
        height={SIDE}
        rx="5"
        fill={fill}
        stroke={INK}
        strokeWidth="2"
        strokeDasharray={state === "unchecked" ? "4 2.5" : undefined}
      />
      <text x={x} y={y + 5.5} className={svgClass(14)} fontWeight="700" fill={ink} textAnchor="middle">
        {rank}
      </text>
      <rect x={x - TOUCH / 2} y={y - TOUCH / 2} width={TOUCH} height={TOUCH} fill="transparent" />
    </SvgButton>
  );
}
