import { diagnose } from "../core/diagnosis/diagnose";
import { parseReadings } from "../core/readings/reading-file";
import { type CommandResult, type ReadInput, UsageError } from "./usage";

/** `evrid diagnose FILE|-`: reading files in, diagnosis files out as JSON Lines; lines that cannot be read are named. */
export function diagnoseCommand(args: string[], readInput: ReadInput): CommandResult {
  const [file, ...rest] = args;
  if (file === undefined) throw new UsageError("diagnose wants a file, or - for standard input");
  if (rest.length > 0) throw new UsageError(`diagnose takes one file, not also "${rest.join(" ")}"`);
  const errors: string[] = [];
  let out = "";
  for (const result of parseReadings(readInput(file))) {
    if (result.ok) {
      out += `${JSON.stringify(diagnose(result.value))}\n`;
    } else {
      const { line, field, expected } = result.issue;
      errors.push(`line ${line}${field === "" ? "" : `, field ${field}`}: expected ${expected}`);
    }
  }
  return { out, errors };
}
