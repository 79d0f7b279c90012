"use client";

import type { ReactNode } from "react";
import { howToTellText } from "@/words/screens/how-to-tell";
/** Small drawings of what to look for under the bonnet, one for each way a part may be; made for this, not after any car. */
import { Drawing, svgType } from "./drawing";

const INK = "var(--chakra-colors-ink)";
const FIELD = "var(--chakra-colors-field)";
const SOFT = "var(--chakra-colors-soft)";
const BAND = "var(--chakra-colors-band)";
const ACT = "var(--chakra-colors-ink)";

function Sketch({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Drawing
      viewBox="0 0 180 104"
      width="100%"
      role="img"
      aria-label={title}
      style={{ display: "block", maxWidth: 230 }}
    >
      <title>{title}</title>
      {children}
    </Drawing>
  );
}

/** A pipe: dark edge, light inside. */
function Pipe({ d, width = 8 }: { d: string; width?: number }) {
  return (
    <>
      <path d={d} fill="none" stroke={INK} strokeWidth={width} strokeLinejoin="round" />
      <path d={d} fill="none" stroke={FIELD} strokeWidth={width - 2.6} strokeLinejoin="round" />
    </>
  );
}

function Word({ x, y, children, end = false }: { x: number; y: number; children: string; end?: boolean }) {
  return (
    <text x={x} y={y} style={{ fontSize: svgType(12) }} fill={SOFT} textAnchor={end ? "end" : "start"}>
      {children}
    </text>
  );
}

/** The wall between engine and cabin, hatched on the cabin's side. */
function Bulkhead({ x }: { x: number }) {
  return (
    <>
      <rect x={x} y="6" width="7" height="92" fill={BAND} stroke={INK} strokeWidth="1.2" />
      <Word x={x - 4} y={102} end>
        {howToTellText.bulkhead}
      </Word>
    </>
  );
}

/** Ring around what is meant. */
function Here({ x, y, r = 20 }: { x: number; y: number; r?: number }) {
  return <circle cx={x} cy={y} r={r} fill="none" stroke={ACT} strokeWidth="2" strokeDasharray="5 3" />;
}

export const sketches = {
  valve: (
    <Sketch title={howToTellText.matchboxSizedBlockAtThe}>
      <Bulkhead x={128} />
      <Pipe d="M8 34 H112" width={7} />
      <Pipe d="M8 62 H112" width={13} />
      <Pipe d="M128 34 H176" width={7} />
      <Pipe d="M128 62 H176" width={13} />
      <rect x="98" y="22" width="30" height="52" rx="3" fill={FIELD} stroke={INK} strokeWidth="2" />
      <circle cx="113" cy="48" r="4" fill="none" stroke={INK} strokeWidth="1.5" />
      <Here x={113} y={48} r={34} />
      <Word x={8} y={22}>
        {howToTellText.thinWarm}
      </Word>
      <Word x={8} y={88}>
        {howToTellText.thickCold}
      </Word>
    </Sketch>
  ),
  orifice: (
    <Sketch title={howToTellText.dentsCrimpedAroundTheThin}>
      <Bulkhead x={150} />
      <Pipe d="M8 40 H176" width={9} />
      {[80, 92].map((x) => (
        <g key={x}>
          <path d={`M${x} 35 l3 3.5 l-3 3.5`} fill="none" stroke={INK} strokeWidth="1.8" />
          <path d={`M${x + 4} 45 l-3 -3.5 l3 -3.5`} fill="none" stroke={INK} strokeWidth="1.8" />
        </g>
      ))}
      <Here x={88} y={40} />
      <Word x={8} y={26}>
        {howToTellText.warm}
      </Word>
      <Word x={116} y={26}>
        {howToTellText.cold}
      </Word>
      <Word x={44} y={78}>
        {howToTellText.crimpsInThePipe}
      </Word>
    </Sketch>
  ),
  receiver: (
    <Sketch title={howToTellText.smallCanInTheThin}>
      <rect x="8" y="10" width="58" height="84" rx="3" fill={BAND} stroke={INK} strokeWidth="1.5" />
      {[24, 38, 52, 66, 80].map((y) => (
        <line key={y} x1="12" x2="62" y1={y} y2={y} stroke={INK} strokeWidth="1" />
      ))}
      <Pipe d="M66 78 H88" width={7} />
      <rect x="82" y="22" width="24" height="66" rx="8" fill={FIELD} stroke={INK} strokeWidth="2" />
      <Pipe d="M106 30 H172" width={7} />
      <Here x={94} y={53} r={30} />
      <Word x={112} y={78}>
        {howToTellText.thinPipes}
      </Word>
      <Word x={112} y={92}>
        {howToTellText.warm}
      </Word>
    </Sketch>
  ),
  accumulator: (
    <Sketch title={howToTellText.thermosSizedCanInThe}>
      <Bulkhead x={150} />
      <Pipe d="M150 30 H110" width={14} />
      <rect x="66" y="16" width="46" height="74" rx="12" fill={FIELD} stroke={INK} strokeWidth="2" />
      <Pipe d="M66 30 H8" width={14} />
      <Here x={89} y={53} r={42} />
      <Word x={2} y={78}>
        {howToTellText.thickCold2}
      </Word>
      <Word x={2} y={92}>
        {howToTellText.wet}
      </Word>
    </Sketch>
  ),
  "high-port": (
    <Sketch title={howToTellText.highSideThinPipeLarger}>
      <Pipe d="M8 70 H172" width={8} />
      <rect x="74" y="34" width="30" height="34" rx="3" fill={FIELD} stroke={INK} strokeWidth="2" />
      <text x="89" y="57" style={{ fontSize: svgType(18), fontWeight: 700 }} fill={INK} textAnchor="middle">
        H
      </text>
      <Word x={112} y={46}>
        {howToTellText.theLargerCap}
      </Word>
      <Word x={8} y={94}>
        {howToTellText.thinPipeCondenserToValve}
      </Word>
    </Sketch>
  ),
  "low-port": (
    <Sketch title={howToTellText.lowSideThickPipeSmaller}>
      <Pipe d="M8 66 H172" width={16} />
      <rect x="78" y="32" width="23" height="28" rx="3" fill={FIELD} stroke={INK} strokeWidth="2" />
      <text x="89.5" y="52" style={{ fontSize: svgType(16), fontWeight: 700 }} fill={INK} textAnchor="middle">
        L
      </text>
      <Word x={110} y={44}>
        {howToTellText.theSmallerCap}
      </Word>
      <Word x={8} y={94}>
        {howToTellText.thickPipeToTheCompressor}
      </Word>
    </Sketch>
  ),
  fixed: (
    <Sketch title={howToTellText.clutchPlateWithAGap}>
      <rect x="66" y="26" width="92" height="54" rx="8" fill={FIELD} stroke={INK} strokeWidth="2" />
      <rect x="44" y="14" width="22" height="78" rx="3" fill={BAND} stroke={INK} strokeWidth="1.5" />
      <rect x="30" y="26" width="8" height="54" rx="2" fill={FIELD} stroke={INK} strokeWidth="2" />
      <Here x={37} y={53} r={32} />
      <Word x={70} y={98}>
        {howToTellText.plateGapPulley}
      </Word>
    </Sketch>
  ),
  "variable-internal": (
    <Sketch title={howToTellText.clutchPlateNoControlValve}>
      <rect x="66" y="26" width="100" height="54" rx="8" fill={FIELD} stroke={INK} strokeWidth="2" />
      <rect x="44" y="14" width="22" height="78" rx="3" fill={BAND} stroke={INK} strokeWidth="1.5" />
      <rect x="30" y="26" width="8" height="54" rx="2" fill={FIELD} stroke={INK} strokeWidth="2" />
      <circle cx="148" cy="53" r="9" fill="none" stroke={INK} strokeWidth="1.8" />
      <Here x={148} y={53} r={17} />
      <Word x={70} y={98}>
        {howToTellText.roundCapNoPlug}
      </Word>
    </Sketch>
  ),
  "variable-external": (
    <Sketch title={howToTellText.plugWithTwoWiresAt}>
      <rect x="52" y="26" width="92" height="54" rx="8" fill={FIELD} stroke={INK} strokeWidth="2" />
      <rect x="30" y="14" width="22" height="78" rx="3" fill={BAND} stroke={INK} strokeWidth="1.5" />
      <rect x="132" y="42" width="24" height="18" rx="2" fill={FIELD} stroke={INK} strokeWidth="2" />
      <path d="M156 47 C170 44 166 24 176 20 M156 55 C172 54 170 34 178 30" fill="none" stroke={INK} strokeWidth="2" />
      <Here x={146} y={51} r={22} />
      <Word x={60} y={98}>
        {howToTellText.plugWithTwoWires}
      </Word>
    </Sketch>
  ),
  electric: (
    <Sketch title={howToTellText.noBeltThickOrangeCables}>
      <rect x="40" y="26" width="96" height="54" rx="10" fill={FIELD} stroke={INK} strokeWidth="2" />
      <path
        d="M136 44 C156 44 156 18 178 14 M136 58 C164 58 164 34 178 28"
        fill="none"
        stroke="#d9741b"
        strokeWidth="6"
      />
      <Here x={150} y={42} r={24} />
      <Word x={44} y={98}>
        {howToTellText.noBeltOrangeCables}
      </Word>
    </Sketch>
  ),
  "fan-electric": (
    <Sketch title={howToTellText.shroudWithAMotorAnd}>
      <rect x="46" y="8" width="88" height="88" rx="6" fill={BAND} stroke={INK} strokeWidth="1.5" />
      <circle cx="90" cy="52" r="36" fill={FIELD} stroke={INK} strokeWidth="1.5" />
      <circle cx="90" cy="52" r="11" fill={FIELD} stroke={INK} strokeWidth="2" />
      <path
        d="M90 41 C100 30 92 20 84 18 M100 58 C112 62 120 56 122 48 M80 58 C70 66 74 78 80 82"
        fill="none"
        stroke={INK}
        strokeWidth="2"
      />
      <path d="M101 52 H150 V80 H172" fill="none" stroke={INK} strokeWidth="2" />
      <Word x={138} y={96}>
        {howToTellText.plug}
      </Word>
    </Sketch>
  ),
  "fan-viscous": (
    <Sketch title={howToTellText.bladesOnARibbedHub}>
      <rect x="12" y="10" width="10" height="86" fill={BAND} stroke={INK} strokeWidth="1.5" />
      <path d="M60 14 C72 36 72 68 60 92" fill="none" stroke={INK} strokeWidth="5" />
      <rect x="66" y="34" width="26" height="38" rx="4" fill={FIELD} stroke={INK} strokeWidth="2" />
      {[72, 78, 84].map((x) => (
        <line key={x} x1={x} x2={x} y1="34" y2="72" stroke={INK} strokeWidth="1.4" />
      ))}
      <rect x="92" y="46" width="24" height="14" fill={FIELD} stroke={INK} strokeWidth="1.5" />
      <rect x="116" y="22" width="50" height="62" rx="5" fill={BAND} stroke={INK} strokeWidth="1.5" />
      <Word x={122} y={57}>
        {howToTellText.engine}
      </Word>
      <Here x={79} y={53} r={27} />
    </Sketch>
  ),
  "one-evaporator": (
    <Sketch title={howToTellText.twoPipesThroughTheBulkhead}>
      <rect x="6" y="28" width="168" height="50" rx="14" fill={BAND} stroke={INK} strokeWidth="1.5" />
      <line x1="62" x2="62" y1="28" y2="78" stroke={INK} strokeWidth="2" />
      <rect x="66" y="40" width="18" height="26" rx="2" fill={FIELD} stroke={INK} strokeWidth="2" />
      <Pipe d="M16 46 H66" width={5} />
      <Pipe d="M16 58 H66" width={7} />
    </Sketch>
  ),
  "two-evaporators": (
    <Sketch title={howToTellText.secondPairOfPipesUnder}>
      <rect x="6" y="28" width="168" height="50" rx="14" fill={BAND} stroke={INK} strokeWidth="1.5" />
      <line x1="62" x2="62" y1="28" y2="78" stroke={INK} strokeWidth="2" />
      <rect x="66" y="38" width="16" height="22" rx="2" fill={FIELD} stroke={INK} strokeWidth="2" />
      <rect x="146" y="38" width="16" height="22" rx="2" fill={FIELD} stroke={INK} strokeWidth="2" />
      <Pipe d="M16 46 H66" width={5} />
      <Pipe d="M16 70 H154 V60" width={6} />
      <Here x={154} y={52} r={20} />
    </Sketch>
  ),
  label: (
    <Drawing
      viewBox="0 0 400 150"
      width="100%"
      role="img"
      aria-label={howToTellText.labelWithTheMeaningOf}
      style={{ display: "block", maxWidth: 520 }}
    >
      <title>{howToTellText.labelWithTheMeaningOf}</title>
      <rect x="4" y="8" width="184" height="134" rx="6" fill={FIELD} stroke={INK} strokeWidth="2" />
      <text x="16" y="36" style={{ fontSize: svgType(16), fontWeight: 700 }} fill={INK}>
        R134a
      </text>
      <text x="16" y="66" style={{ fontSize: svgType(16), fontWeight: 700 }} fill={INK}>
        620 ± 20 g
      </text>
      <text x="16" y="96" style={{ fontSize: svgType(16), fontWeight: 700 }} fill={INK}>
        {howToTellText.pag46120Ml}
      </text>
      <text x="16" y="126" style={{ fontSize: svgType(14) }} fill={INK}>
        {howToTellText.type1Gwp1430}
      </text>
      {(
        [
          [30, howToTellText.theOnlyRefrigerantAllowedNever],
          [60, howToTellText.chargeByWeightEmptyTo],
          [90, howToTellText.oilOfTheCompleteCircuit],
          [121, howToTellText.forRecordsOnly],
        ] as const
      ).map(([y, text]) => (
        <g key={text}>
          <line x1="150" x2="200" y1={y} y2={y} stroke={ACT} strokeWidth="1.5" />
          <text x="206" y={y + 4} style={{ fontSize: svgType(14) }} fill={SOFT}>
            {text}
          </text>
        </g>
      ))}
    </Drawing>
  ),
} as const;
