/**
 * A trace as a table: seconds from its beginning, base units (kPa gauge, degC), an empty cell where there was no reading, and what happened. The
 * log reader knows its columns by their names, so that a trace that was saved can be played again as the log of any instrument.
 */
import { units } from "../../units/units";
import { channels, traceChannels } from "../channels";
import type { TraceStore } from "./trace-store";

const quoted = (text: string) => (/[",\n\r]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text);

/** Whole samples only: what is older than they are is kept as extremes of short blocks, which no instrument ever showed together. */
export function traceCsv(trace: TraceStore): string {
  const samples = [...trace.samples()];
  const [first] = samples;
  if (first === undefined) return "";
  const head = ["time s", ...traceChannels.map((id) => `${channels[id].name} ${unitName(id)}`), "event"];
  const events = trace.events.filter(({ time }) => time >= first.time);
  let next = 0;
  const rows = samples.map((sample, i) => {
    const until = samples[i + 1]?.time ?? Number.POSITIVE_INFINITY;
    const happened: string[] = [];
    // An event stands at the last sample before the next one.
    while (next < events.length && events[next]!.time < until) happened.push(events[next++]!.text);
    const cells = traceChannels.map((id) => (sample[id] === null ? "" : String(Number(sample[id].toFixed(3)))));
    return [String(Number((sample.time - first.time).toFixed(3))), ...cells, quoted(happened.join("; "))].join(",");
  });
  return `${[head.join(","), ...rows].join("\r\n")}\r\n`;
}

function unitName(id: (typeof traceChannels)[number]): string {
  const { unit } = channels[id];
  return unit === "degC" ? "degC" : units[unit].label;
}
