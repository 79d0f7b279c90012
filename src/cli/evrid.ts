/** The command line: the same core without a browser. */
import { readFileSync } from "node:fs";
import learned from "../../public/learned.bin";
import { provideLearned } from "../core/diagnosis/weigh/learned";
import { cliText } from "../words/cli";
import { diagnoseCommand } from "./diagnose";
import { instrumentsCommand } from "./instruments";
import { mergeCommand } from "./merge";
import { propertiesCommand } from "./properties";
import { simulateCommand } from "./simulate";
import { type CommandResult, type ReadInput, UsageError } from "./usage";

type Command = (args: string[], readInput: ReadInput) => CommandResult | Promise<CommandResult>;
const commands = new Map<string, Command>([
  ["properties", propertiesCommand],
  ["diagnose", diagnoseCommand],
  ["simulate", simulateCommand],
  ["merge", (args) => mergeCommand(args)],
]);

provideLearned(learned);

/** Exit status when the output could not be written. */
const NOT_WRITTEN = 3;

// The reader of a pipe may stop reading ("| head"), which is not an error. A full disk is one.
process.stdout.on("error", (error: NodeJS.ErrnoException) => {
  if (error.code === "EPIPE") process.exit(0);
  process.stderr.write(`evrid: ${cliText.notWritten(error.code ?? error.message)}\n`);
  process.exit(NOT_WRITTEN);
});

async function main(argv: string[]): Promise<number> {
  const [name, ...args] = argv;
  if (name === undefined || name === "--help" || name === "-h") {
    process.stdout.write(`${cliText.usage}\n`);
    return name === undefined ? 2 : 0;
  }
  const command = commands.get(name);
  try {
    if (!command) throw new UsageError(`no command "${name}"; there are: ${[...commands.keys()].join(", ")}`);
    const { out, errors } = await command(args, readInput);
    process.stdout.write(out);
    for (const line of errors) process.stderr.write(`evrid: ${line}\n`);
    return errors.length > 0 ? 2 : 0;
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
    process.stderr.write(`evrid: ${error.message}\n`);
    return 2;
  }
}

/** Text of a file, or of standard input for "-". */
function readInput(file: string): string {
  try {
    return readFileSync(file === "-" ? 0 : file, "utf8");
  } catch (error) {
    throw new UsageError(`cannot read ${file}: ${(error as NodeJS.ErrnoException).code ?? "unknown error"}`);
  }
}

const [asked, ...rest] = process.argv.slice(2);
if (asked === "instruments") {
  // Runs until it is ended.
  instrumentsCommand(rest).then(
    ({ said }) => process.stderr.write(`evrid: ${said}\n`),
    (error: unknown) => {
      if (!(error instanceof UsageError)) throw error;
      process.stderr.write(`evrid: ${error.message}\n`);
      process.exit(2);
    },
  );
} else {
  main(process.argv.slice(2)).then((status) => {
    process.exitCode = status;
  });
}
