/** Texts of the command line. Each message is one line. */
import type { SimulationIssue } from "@/core/instruments/simulate";

export const cliText = {
  usage: `usage: evrid properties R134a|R1234yf --t C --p KPA [--json]
       evrid properties R134a|R1234yf --saturated (--t C | --p KPA) [--json]
       evrid diagnose FILE|- [--seed N] [--as 1|2]
       evrid simulate FILE|- [--schedule EVENTS.json --csv]
       evrid merge FOLDER [--to FILE]
       evrid instruments --serial DEVICE [--baud N] [--port N]
       evrid instruments --file FILE|- [--port N]
       evrid instruments --simulated VEHICLE [--scale status|plain] [--charge G] [--port N]`,
  portTaken: (port: number, reason: string) => `cannot listen on port ${port} of this machine: ${reason}`,
  bridgeListens: (port: number) => `instruments at http://127.0.0.1:${port}/lines; Ctrl+C ends`,
  handExpects: "expected engine, machine, valve, cylinderG or pace",
  noSerial: (device: string, reason: string) => `cannot open ${device}: ${reason}`,
  notWritten: (reason: string) => `cannot write the output: ${reason}`,
  mergeTakesOne: "merge: expected one folder",
  notAFolder: (folder: string) => `no folder ${folder}`,
  noUpdates: (folder: string) => `no .evrid-updates file in ${folder}`,
  fileExists: (file: string) => `${file} exists; choose another name with --to`,
  damagedFile: (name: string) => `${name}: damaged; everything before the damage was taken`,
  unreadableRecord: (list: string, id: string) => `${list} ${id}: cannot be read by this release; left out`,
  missingPicture: (key: string) => `photo ${key}: no whole file of it in the folder; left out`,
  expectedObject: (line: number) => `line ${line}: expected a JSON object`,
  saturatedAt: (refrigerant: string, degC: string, kpa: string) =>
    `${refrigerant} saturated at ${degC} degC, ${kpa} kPa absolute`,
  stateAt: (refrigerant: string, degC: string, kpa: string) => `${refrigerant} at ${degC} degC, ${kpa} kPa absolute`,
  properties: (density: string, enthalpy: string, entropy: string, cp: string) =>
    `${density} kg/m3, h ${enthalpy} kJ/kg, s ${entropy} kJ/(kg K), cp ${cp} kJ/(kg K)`,
} as const;

export function simulationSentence(issue: SimulationIssue): string {
  switch (issue.code) {
    case "charge-out-of-range":
      return `field vehicle.chargeG: expected ${issue.min} to ${issue.max} g, not ${issue.value}`;
    case "no-design-point":
      return "no plausible vehicle could be sized from this label";
    case "out-of-range":
      return `${issue.quantity} ${issue.value} at ${issue.rpm} rpm is outside ${issue.min} to ${issue.max}`;
    case "no-convergence":
      return `no steady state found at ${issue.rpm} rpm (imbalance ${issue.residual.toExponential(1)})`;
  }
}

interface Merged {
  to: string;
  files: number;
  jobs: number;
  vehicles: number;
  containers: number;
  stock: number;
  photos: number;
  conflicts: number;
}

/** What a shop file merged from a folder holds. */
export const mergedSentence = ({ to, files, jobs, vehicles, containers, stock, photos, conflicts }: Merged): string =>
  [
    `${to}: ${jobs} jobs, ${vehicles} vehicles, ${containers} cylinders, ${stock} ledger entries, ${photos} photos`,
    `from ${files} files`,
    ...(conflicts === 0 ? [] : [`${conflicts} fields with two values: one of them stands`]),
  ].join("; ");
