import { parseArgs } from "node:util";
import { checkSchedule, runSchedule, type Schedule } from "../core/instruments/schedule";
import { type SimulationIssue, simulate } from "../core/instruments/simulate";
import { checkSimulate, type SimulateRequest } from "../core/instruments/simulate-request";
import { csvHeader, csvLine } from "../core/instruments/stream";
import { parseJsonLines } from "../core/readings/file/json-lines";
import { cliText, simulationSentence } from "../words/cli";
import { type CommandResult, type ReadInput, UsageError } from "./usage";

/**
 * `evrid simulate FILE|-`: a reading file for each request. With `--schedule EVENTS.json --csv`: the one request played in time,
 * as CSV.
 */
export function simulateCommand(args: string[], readInput: ReadInput): CommandResult {
  const { file, schedule } = readArguments(args, readInput);
  const lines = parseJsonLines(readInput(file));
  if (lines.length === 0) throw new UsageError("line 1: expected a JSON object, found nothing");
  const errors: string[] = [];
  let out = "";
  if (schedule !== null && lines.length > 1) throw new UsageError("--schedule plays one request, not several");
  for (const line of lines) {
    if ("broken" in line) {
      errors.push(cliText.expectedObject(line.line));
      continue;
    }
    const checked = checkSimulate(line.value);
    if (!checked.ok) {
      const { field, expected } = checked.issue;
      errors.push(`line ${line.line}${field === "" ? "" : `, field ${field}`}: expected ${expected}`);
    } else if (schedule !== null) {
      const played = play(checked.value, schedule);
      if (typeof played === "string") out += played;
      else errors.push(`line ${line.line}: ${simulationSentence(played)}`);
    } else {
      const result = simulate(checked.value);
      if (result.ok) out += `${JSON.stringify(result.value)}\n`;
      else errors.push(`line ${line.line}: ${simulationSentence(result.issue)}`);
    }
  }
  return { out, errors };
}

function readArguments(args: string[], readInput: ReadInput): { file: string; schedule: Schedule | null } {
  let parsed: ReturnType<typeof parse>;
  try {
    parsed = parse(args);
  } catch (error) {
    throw new UsageError((error as Error).message.split("\n")[0] ?? "invalid arguments");
  }
  const [file, ...rest] = parsed.positionals;
  if (file === undefined) throw new UsageError("simulate: expected a file, or - for standard input");
  if (rest.length > 0) throw new UsageError(`simulate takes one file, not also "${rest.join(" ")}"`);
  const { schedule, csv } = parsed.values;
  if ((schedule === undefined) !== (csv !== true)) throw new UsageError("--schedule EVENTS.json goes with --csv");
  if (schedule === undefined) return { file, schedule: null };
  let value: unknown;
  try {
    value = JSON.parse(readInput(schedule));
  } catch (error) {
    if (error instanceof UsageError) throw error;
    throw new UsageError(`${schedule} is not JSON`);
  }
  const checked = checkSchedule(value);
  if (!checked.ok)
    throw new UsageError(`${schedule}, field ${checked.issue.field}: expected ${checked.issue.expected}`);
  return { file, schedule: checked.value };
}

function parse(args: string[]) {
  return parseArgs({
    args,
    allowPositionals: true,
    options: { schedule: { type: "string" }, csv: { type: "boolean" } },
  });
}

function play(request: SimulateRequest, schedule: Schedule): string | SimulationIssue {
  const run = runSchedule(request, schedule);
  const lines = [csvHeader()];
  for (;;) {
    const step = run.next();
    if (step.done) return step.value ?? `${lines.join("\n")}\n`;
    lines.push(csvLine(step.value));
  }
}
