/**
 * `evrid instruments`: lines of a serial port, pipe or file, or of simulated instruments, served on loopback as server-sent events. The page decodes them
 * (core/readings/live); nothing is changed on the way. A client that connects again hears the header line again.
 */
import { spawnSync } from "node:child_process";
import { createReadStream } from "node:fs";
import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { parseArgs } from "node:util";
import { InstrumentSimulator, SAMPLE_S } from "../core/instruments/instrument-simulator";
import { simulatedVehicle, simulatedVehicles } from "../core/instruments/simulated-vehicles";
import { csvHeader, csvLine } from "../core/instruments/stream";
import { USUAL_BRIDGE_PORT } from "../core/readings/live/line";
import { LineSplitter } from "../core/readings/live/live-decoder";
import * as z from "../core/zod";
import { cliText } from "../words/cli";
import { UsageError } from "./usage";

const USUAL_BAUD = 9600;
/** Formats in which the simulated scale sends its weight, as scales do. */
const scaleFormats = ["status", "plain"] as const;

/** A server-sent event of a kind of its own. */
const framed = (kind: string, data: string) => [`event: ${kind}`, `data: ${data}`, "", ""].join("\n");

/** Lines on their way to every client that listens. */
class LineHub {
  private readonly clients = new Set<ServerResponse>();
  private header: string | null = null;

  send(line: string): void {
    if (line.startsWith("time_s,")) this.header = line;
    for (const client of this.clients) client.write(`data: ${line}\n\n`);
  }

  listen(client: ServerResponse): void {
    if (this.header !== null) client.write(`data: ${this.header}\n\n`);
    this.clients.add(client);
    client.on("close", () => this.clients.delete(client));
  }

  /** Tells every client why nothing more comes. */
  end(reason: string): void {
    for (const client of this.clients) {
      client.write(framed("lost", reason));
      client.end();
    }
    this.clients.clear();
  }
}

/** Acts of a person at the simulated vehicle, as the body of a request. */
const handSchema = z.strictObject({
  engine: z.enum(["off", "idle", "fast"]).optional(),
  machine: z.enum(["off", "recover", "pump"]).optional(),
  valve: z.enum(["shut", "liquid-high", "vapour-low", "hose-low"]).optional(),
  /** A cylinder of so many grams on the scale; null takes it off. */
  cylinderG: z.number().min(0).max(60_000).nullable().optional(),
  pace: z.number().min(0).max(600).optional(),
});
type Hand = z.infer<typeof handSchema>;

interface SimulatedOptions {
  vehicleId: string;
  scale: (typeof scaleFormats)[number] | null;
  chargeG: number | null;
}

/** Simulated instruments as a process of their own: the same lines as real ones. */
class SimulatedInstruments {
  private readonly simulator: InstrumentSimulator;
  private pace = 1;
  private owed = 0;
  private cylinders = 0;

  constructor(
    private readonly hub: LineHub,
    private readonly options: SimulatedOptions,
  ) {
    const vehicle = simulatedVehicle(options.vehicleId)!;
    const chargeKg = options.chargeG === null ? vehicle.foundKg : options.chargeG / 1000;
    this.simulator = new InstrumentSimulator(vehicle, chargeKg, 7);
    if (options.scale === null) this.hub.send(csvHeader());
  }

  tick(seconds: number): void {
    this.owed += (this.pace * seconds) / SAMPLE_S;
    for (; this.owed >= 1; this.owed--) this.speak(this.simulator.step());
  }

  private speak(sample: ReturnType<InstrumentSimulator["step"]>): void {
    const { scale } = this.options;
    if (scale === null)
      this.hub.send(csvLine({ ...sample, clutchIn: sample.clutchIn === null ? null : Number(sample.clutchIn) }));
    else if (sample.scaleG !== null) this.hub.send(scaleLine(sample.scaleG, scale));
  }

  /** Does what a hand does; gives why not, where the vehicle refuses. */
  hand({ engine, machine, valve, cylinderG, pace }: Hand): string | null {
    if (pace !== undefined) this.pace = pace;
    if (engine !== undefined) this.simulator.setEngine(engine);
    if (cylinderG === null) this.simulator.setContainer(null);
    else if (cylinderG !== undefined)
      this.simulator.setContainer({ id: `cylinder-${++this.cylinders}`, netKg: cylinderG / 1000 });
    const refused =
      (machine === undefined ? null : this.simulator.setMachine(machine)) ??
      (valve === undefined ? null : this.simulator.setValve(valve));
    return refused?.code ?? null;
  }

  get chargeG(): number {
    return this.simulator.charge * 1000;
  }
}

/** A weight as scales send it: with a status, or the number and its unit alone. */
function scaleLine(grams: number, format: (typeof scaleFormats)[number]): string {
  return format === "status"
    ? `ST,NT,${grams < 0 ? "-" : "+"}${Math.abs(grams).toFixed(1).padStart(9, "0")} g`
    : `${(grams / 1000).toFixed(4).padStart(10)} kg`;
}

const TICK_MS = 250;
const MOST_BODY = 4096;

/** Starts the bridge and resolves once it listens; it runs until the process ends. Errors: {@link UsageError}. */
export async function instrumentsCommand(args: string[]): Promise<{ server: Server; said: string }> {
  const options = readOptions(args);
  const hub = new LineHub();
  const simulated = options.simulated === null ? null : new SimulatedInstruments(hub, options.simulated);
  const server = createServer((request, response) => void answer(request, response, hub, simulated));
  await new Promise<void>((resolve, reject) => {
    server.once("error", (error: NodeJS.ErrnoException) =>
      reject(new UsageError(cliText.portTaken(options.port, error.code ?? error.message))),
    );
    // Nobody but this machine is heard.
    server.listen(options.port, "127.0.0.1", resolve);
  });
  if (simulated === null) {
    try {
      readLines(options, hub);
    } catch (error) {
      server.close();
      throw error;
    }
  } else {
    const timer = setInterval(() => simulated.tick(TICK_MS / 1000), TICK_MS);
    server.once("close", () => clearInterval(timer));
  }
  return { server, said: cliText.bridgeListens((server.address() as AddressInfo).port) };
}

interface Options {
  port: number;
  serial: string | null;
  baud: number;
  file: string | null;
  simulated: SimulatedOptions | null;
}

function readOptions(args: string[]): Options {
  let parsed: ReturnType<typeof parse>;
  try {
    parsed = parse(args);
  } catch (error) {
    throw new UsageError((error as Error).message.split("\n")[0] ?? "invalid arguments");
  }
  const { serial, file, simulated, scale, charge, port, baud } = parsed.values;
  if ([serial, file, simulated].filter((one) => one !== undefined).length !== 1)
    throw new UsageError("instruments: one of --serial DEVICE, --file FILE|- or --simulated VEHICLE");
  if (simulated !== undefined && simulatedVehicle(simulated) === undefined)
    throw new UsageError(
      `no simulated vehicle "${simulated}"; there are: ${simulatedVehicles.map(({ id }) => id).join(", ")}`,
    );
  const format = scaleFormats.find((one) => one === scale);
  if (scale !== undefined && format === undefined)
    throw new UsageError(`--scale is one of ${scaleFormats.join(", ")}, not "${scale}"`);
  return {
    port: wholeNumber("--port", port, USUAL_BRIDGE_PORT, 0, 65_535),
    serial: serial ?? null,
    baud: wholeNumber("--baud", baud, USUAL_BAUD, 300, 4_000_000),
    file: file ?? null,
    simulated:
      simulated === undefined
        ? null
        : {
            vehicleId: simulated,
            scale: format ?? null,
            chargeG: charge === undefined ? null : wholeNumber("--charge", charge, 0, 0, 5000),
          },
  };
}

function wholeNumber(name: string, text: string | undefined, usual: number, min: number, max: number): number {
  if (text === undefined) return usual;
  const value = Number(text);
  if (!Number.isInteger(value) || value < min || value > max)
    throw new UsageError(`${name} expects a whole number from ${min} to ${max}, not "${text}"`);
  return value;
}

const parse = (args: string[]) =>
  parseArgs({
    args,
    options: {
      serial: { type: "string" },
      baud: { type: "string" },
      file: { type: "string" },
      simulated: { type: "string" },
      scale: { type: "string" },
      charge: { type: "string" },
      port: { type: "string" },
    },
  });

/** Sends on every line of a port, pipe or file; its end is told as a loss. */
function readLines({ serial, baud, file }: Options, hub: LineHub): void {
  if (serial !== null) {
    const set = spawnSync("stty", ["-F", serial, String(baud), "raw", "-echo"], { encoding: "utf8" });
    if (set.status !== 0) throw new UsageError(cliText.noSerial(serial, set.stderr?.trim() || String(set.error)));
  }
  const source = file === "-" ? process.stdin : createReadStream(serial ?? file!, { encoding: "utf8" });
  source.setEncoding("utf8");
  const splitter = new LineSplitter();
  source.on("data", (text: string | Buffer) => {
    for (const line of splitter.push(String(text))) if (line !== "") hub.send(line);
  });
  source.on("error", (error: NodeJS.ErrnoException) => hub.end(error.code ?? error.message));
  source.on("end", () => hub.end("ended"));
}

async function answer(
  request: IncomingMessage,
  response: ServerResponse,
  hub: LineHub,
  simulated: SimulatedInstruments | null,
): Promise<void> {
  // A page of another name that resolves to this machine is not this machine.
  const host = request.headers.host?.replace(/:\d+$/, "");
  if (host !== "127.0.0.1" && host !== "localhost") return void response.writeHead(403).end();
  response.setHeader("Access-Control-Allow-Origin", request.headers.origin ?? "*");
  if (request.method === "GET" && request.url === "/lines") {
    response.writeHead(200, { "Content-Type": "text/event-stream", "Cache-Control": "no-store" });
    response.write(framed("source", simulated === null ? "instruments" : "simulated"));
    return hub.listen(response);
  }
  if (simulated !== null && request.method === "POST" && request.url === "/hand") {
    const hand = handSchema.safeParse(await bodyOf(request));
    if (!hand.success) return void response.writeHead(400).end(`${cliText.handExpects}\n`);
    const refused = simulated.hand(hand.data);
    return void response
      .writeHead(refused === null ? 200 : 409, { "Content-Type": "application/json" })
      .end(`${JSON.stringify({ refused, chargeG: simulated.chargeG })}\n`);
  }
  response.writeHead(404).end();
}

async function bodyOf(request: IncomingMessage): Promise<unknown> {
  let text = "";
  for await (const piece of request) {
    text += piece;
    if (text.length > MOST_BODY) return null;
  }
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
