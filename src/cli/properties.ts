import { parseArgs } from "node:util";
import type { PhaseProperties } from "../core/fluids/helmholtz";
import { type Refrigerant, refrigerants } from "../core/fluids/refrigerants";
import { type FluidIssue, saturationAtPressure, saturationAtTemperature } from "../core/fluids/saturation";
import { stateAt } from "../core/fluids/state";
import type { Result } from "../core/result";
import { cliText } from "../words/cli";
import { type CommandResult, UsageError } from "./usage";

/** `evrid properties`: density, enthalpy, entropy and heat capacity from the equation of state. degC, kPa absolute. */
export function propertiesCommand(args: string[]): CommandResult {
  const { refrigerant, t, p, saturated, json } = readArguments(args);
  if (saturated) {
    if ((t === null) === (p === null)) throw new UsageError("--saturated wants either --t or --p, not both");
    const state = unwrap(t !== null ? saturationAtTemperature(refrigerant, t) : saturationAtPressure(refrigerant, p!));
    if (json) return print(JSON.stringify(state));
    return print(
      `${cliText.saturatedAt(refrigerant, fixed(state.temperatureC, 2), fixed(state.pressureKpa, 2))}\n` +
        `  liquid  ${describe(state.liquid)}\n  vapour  ${describe(state.vapour)}`,
    );
  }
  if (t === null || p === null)
    throw new UsageError("properties wants --t C and --p KPA, or --saturated with one of them");
  const { phase, ...properties } = unwrap(stateAt(refrigerant, t, p));
  if (json) return print(JSON.stringify({ phase, ...properties }));
  return print(`${cliText.stateAt(refrigerant, fixed(t, 2), fixed(p, 2))}: ${phase}, ${describe(properties)}`);
}

function readArguments(args: string[]) {
  let parsed: ReturnType<typeof parse>;
  try {
    parsed = parse(args);
  } catch (error) {
    throw new UsageError((error as Error).message.split("\n")[0] ?? "invalid arguments");
  }
  const { values, positionals } = parsed;
  const [name, ...extra] = positionals;
  if (name === undefined) throw new UsageError(`properties wants a refrigerant: ${refrigerants.join(" or ")}`);
  if (extra.length > 0) throw new UsageError(`unexpected "${extra.join(" ")}"`);
  const refrigerant = refrigerants.find((known) => known.toLowerCase() === name.toLowerCase());
  if (!refrigerant) throw new UsageError(`no equation for "${name}"; there are: ${refrigerants.join(", ")}`);
  return {
    refrigerant: refrigerant as Refrigerant,
    t: number("--t", values.t),
    p: number("--p", values.p),
    saturated: values.saturated ?? false,
    json: values.json ?? false,
  };
}

function parse(args: string[]) {
  return parseArgs({
    args: joinNegatives(args),
    allowPositionals: true,
    options: {
      t: { type: "string" },
      p: { type: "string" },
      saturated: { type: "boolean" },
      json: { type: "boolean" },
    },
  });
}

/** `--t -10` reads as an option without a value; `--t=-10` does not. */
function joinNegatives(args: string[]): string[] {
  const joined: string[] = [];
  for (const argument of args) {
    const before = joined.at(-1);
    if (/^-[\d.]/.test(argument) && (before === "--t" || before === "--p"))
      joined[joined.length - 1] = `${before}=${argument}`;
    else joined.push(argument);
  }
  return joined;
}

function number(name: string, text: string | undefined): number | null {
  if (text === undefined) return null;
  const value = Number(text);
  if (text.trim() === "" || !Number.isFinite(value)) throw new UsageError(`${name} wants a number, not "${text}"`);
  return value;
}

function unwrap<Value>(result: Result<Value, FluidIssue>): Value {
  if (result.ok) return result.value;
  const { issue } = result;
  switch (issue.code) {
    case "temperature-out-of-range":
      throw new UsageError(`--t ${issue.value} degC is outside ${fixed(issue.min, 2)} to ${fixed(issue.max, 2)} degC`);
    case "pressure-out-of-range":
      throw new UsageError(
        `--p ${issue.value} kPa absolute is outside ${fixed(issue.min, 2)} to ${fixed(issue.max, 2)} kPa`,
      );
    case "no-convergence":
      throw new UsageError(`the equation of state has no answer there (${issue.what})`);
  }
}

function describe(p: PhaseProperties): string {
  return cliText.properties(
    fixed(p.densityKgM3, 3),
    fixed(p.enthalpyKjKg, 2),
    fixed(p.entropyKjKgK, 4),
    fixed(p.cpKjKgK, 3),
  );
}

function fixed(value: number, decimals: number): string {
  return value.toFixed(decimals);
}

function print(text: string): CommandResult {
  return { out: `${text}\n`, errors: [] };
}
