/** What a stream tells of switching: engine, fan, clutch. */

import type { Engine, SimulatorSample } from "@/core/instruments/instrument-simulator";
import type { TraceStore } from "@/core/readings/stream/trace-store";
import { engineWords } from "@/words/instruments";
import { simulatorStoreText } from "@/words/screens/session";

/** A fan that goes from one side of this to the other has been switched, %. */
const FAN_ON_PCT = 30;

/** Notes what the samples themselves tell of switching: engine, fan, clutch. */
export function noteSwitching(
  trace: TraceStore,
  fresh: readonly SimulatorSample[],
  last: SimulatorSample | null,
): void {
  let before = last;
  for (const sample of fresh) {
    const engine = engineOf(sample.rpm, "off");
    if (before === null ? engine !== "off" : engine !== engineOf(before.rpm, "off")) {
      trace.note({ time: sample.time, kind: "engine", text: engineWords[engine] });
    }
    if (before !== null && engine !== "off" && engineOf(before.rpm, "off") !== "off") {
      const fan = (sample.fanPct ?? 0) > FAN_ON_PCT;
      if (sample.fanPct !== null && before.fanPct !== null && fan !== before.fanPct > FAN_ON_PCT) {
        trace.note({
          time: sample.time,
          kind: "fan",
          text: fan ? simulatorStoreText.fanOn : simulatorStoreText.fanOff,
        });
      }
      if (sample.clutchIn !== null && before.clutchIn !== null && sample.clutchIn !== before.clutchIn) {
        trace.note({
          time: sample.time,
          kind: "clutch",
          text: sample.clutchIn ? simulatorStoreText.clutchEngaged : simulatorStoreText.clutchDisengaged,
        });
      }
    }
    before = sample;
  }
}

/** Idle or fast idle by the engine speed of a log. */
function engineOf(rpm: number | null, before: Engine): Engine {
  if (rpm === null) return before === "off" ? "idle" : before;
  return rpm < 200 ? "off" : rpm < 1300 ? "idle" : "fast";
}

/** Follows the engine through batches of a log, which says by its engine speed what the person did; without one it is taken to run at idle. */
export function engineFollower(onChange: (engine: Engine, time: number) => void) {
  let before: Engine = "off";
  return (batch: readonly SimulatorSample[]) => {
    for (const sample of batch) {
      const now = engineOf(sample.rpm, before);
      if (now === before) continue;
      before = now;
      onChange(now, sample.time);
    }
  };
}
