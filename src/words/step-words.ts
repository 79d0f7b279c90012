/** The words of each step of a job. */
import type { StepId } from "@/core/records/job";

interface StepWords {
  name: string;
  /** What a job waits for that stands at it, behind "Waiting for". */
  waitsFor: string;
  /** Its entry in the help. */
  help: string;
}

export const stepWords: Record<StepId, StepWords> = {
  intake: {
    name: "Intake",
    waitsFor: "label to confirm",
    help: "Vehicle, refrigerant and label charge. Every later comparison uses the label, so read it at the vehicle.",
  },
  look: {
    name: "Visual check",
    waitsFor: "visual check",
    help: "Check belt, clutch, fan, fins and joints before connecting gauges. Tap a part in the drawing and pick what you found.",
  },
  "hook-up": {
    name: "Hook-up",
    waitsFor: "gauges to connect",
    help: "Goggles and gloves on, both hand wheels closed, low side first. A half-open coupler shows a wrong pressure. Hose content is counted.",
  },
  rest: {
    name: "Static pressure",
    waitsFor: "static pressure",
    help: "With the engine off and all parts at ambient temperature, static pressure shows whether liquid is left, never how much. Wait until the vehicle has soaked.",
  },
  running: {
    name: "Running test",
    waitsFor: "running test",
    help: "Maximum cold at idle, then fast idle. Record pressures, vent and line temperatures together once they are steady.",
  },
  "shut-off": {
    name: "Equalisation test",
    waitsFor: "equalisation",
    help: "Stop the engine and time how long both sides take to equalise. A closed valve equalises slowly, an open one at once, a blocked one never.",
  },
  verdict: {
    name: "Diagnosis",
    waitsFor: "decision",
    help: "All readings weighed together: possible causes, confidence, and the test that tells most. If two causes are equal, measure more and open nothing.",
  },
  leak: {
    name: "Leak search",
    waitsFor: "leak search",
    help: "More loss than normal means a leak. The places are sorted by probability, updated after each check. In an empty circuit, dry nitrogen shows a large leak.",
  },
  recover: {
    name: "Recovery",
    waitsFor: "recovered weight",
    help: "Recover the refrigerant and weigh it: the only true measure of the charge. Wait until the pressure stays down, because oil releases refrigerant slowly.",
  },
  repair: {
    name: "Repair",
    waitsFor: "repair",
    help: "Parts replaced, work performed, and oil to refill. Too much oil reduces cooling; too little destroys the compressor.",
  },
  evacuate: {
    name: "Evacuation",
    waitsFor: "vacuum",
    help: "Evacuate until water boils off, then close the valve and watch. The shape of the rise separates a leak from moisture, if the gauge is fine enough.",
  },
  charge: {
    name: "Charge",
    waitsFor: "charge",
    help: "Charge by the scale to the label weight. Liquid into the high side with the engine off, then vapour into the low side with it running. Each can is weighed on and off.",
  },
  prove: {
    name: "Verification",
    waitsFor: "verification",
    help: "The same test again, compared with the first. Readings from another day are converted to the first day's conditions.",
  },
  "sign-off": {
    name: "Sign-off",
    waitsFor: "signature",
    help: "Fault found, work performed, charge and technician. The file keeps everything entered and weighed.",
  },
};
