import { diagnose, diagnoseV1 } from "../answers/diagnosis-answer";
import { MOST_SEED, readSeed } from "../core/maths/seed";
import { parseReadingsText } from "../core/readings/file/readings-text";
import { type CommandResult, type ReadInput, UsageError } from "./usage";

/**
 * `evrid diagnose FILE|- [--seed N] [--as 1|2]`: readings in (JSON, JSON Lines or CSV), diagnosis files of that version out as JSON Lines; lines that
 * cannot be read are named and the others answered.
 */
export function diagnoseCommand(args: string[], readInput: ReadInput): CommandResult {
  const { file, seed, version } = options(args);
  const answer = version === 1 ? diagnoseV1 : diagnose;
  const errors: string[] = [];
  let out = "";
  for (const result of parseReadingsText(readInput(file))) {
    if (result.ok) {
      out += `${JSON.stringify(answer(result.value, seed === null ? {} : { seed }))}\n`;
    } else {
      const { line, field, expected } = result.issue;
      errors.push(`line ${line}${field === "" ? "" : `, field ${field}`}: expected ${expected}`);
    }
  }
  return { out, errors };
}

function options(args: readonly string[]): { file: string; seed: number | null; version: 1 | 2 } {
  let seed: number | null = null;
  let version: 1 | 2 = 2;
  const files: string[] = [];
  for (let i = 0; i < args.length; i++) {
    if (args[i] === "--as") {
      const text = args[++i] ?? "";
      if (text !== "1" && text !== "2") throw new UsageError(`--as: expected version 1 or 2, not "${text}"`);
      version = text === "1" ? 1 : 2;
      continue;
    }
    if (args[i] !== "--seed") {
      files.push(args[i]!);
      continue;
    }
    const text = args[++i] ?? "";
    seed = readSeed(text);
    if (seed === null)
      throw new UsageError(`--seed: expected a decimal whole number from 0 to ${MOST_SEED}, not "${text}"`);
  }
  const [file, ...rest] = files;
  if (file === undefined) throw new UsageError("diagnose: expected a file, or - for standard input");
  if (rest.length > 0) throw new UsageError(`diagnose takes one file, not also "${rest.join(" ")}"`);
  return { file, seed, version };
}
