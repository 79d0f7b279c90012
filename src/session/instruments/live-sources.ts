/** Live sources of a job: what each port says, decoded and put together into one stream, with everything that went wrong on the way. */

import type { SimulatorSample } from "@/core/instruments/instrument-simulator";
import { type ChannelId, channelIds } from "@/core/readings/channels";
import { type BluetoothValue, bluetoothLine } from "@/core/readings/live/bluetooth";
import { LiveAssembler } from "@/core/readings/live/live-assembler";
import { type Assignment, type LineIssue, LiveDecoder, type LiveReadings } from "@/core/readings/live/live-decoder";
import { reasonOf } from "@/core/result";
import type { LivePort, PortHears } from "@/services/live-ports";
import { unmeasured } from "./unmeasured";

/** One source as it stands. */
export interface LiveSourceStanding {
  id: number;
  name: string;
  state: "opening" | "open" | "lost";
  reason: string | null;
  simulated: boolean;
  /** Newest line that came, for the assignment; null for a source that names its values itself. */
  line: string | null;
  assignment: Assignment;
  /** Lines that came, and of each kind of trouble how many. */
  lines: number;
  troubles: Partial<Record<LineIssue["code"], number>>;
  newest: LineIssue | null;
  batteryPct: number | null;
}

/** Opens a port that says what it hears. Errors: those of the port. */
export type OpenPort = (hears: PortHears) => LivePort | Promise<LivePort>;

export interface LivePorts {
  /** Wall clock that only rises, ms. */
  clock: () => number;
  /** Barometer, kPa: what an absolute pressure is above a gauge. */
  atmosphereKpa: () => number;
  /** Assignment that this device remembers of a source; null where it has none. */
  recall: (name: string) => Assignment | null;
  onStandings: (standings: readonly LiveSourceStanding[]) => void;
  onSample: (sample: SimulatorSample) => void;
  /** Something to mark on the trace. */
  onMark: (kind: "lost" | "back" | LineIssue["code"], name: string) => void;
}

const TICK_MS = 500;

export class LiveSources {
  private readonly assembler = new LiveAssembler();
  private standings: readonly LiveSourceStanding[] = [];
  private readonly ports = new Map<number, { port: LivePort | null; decoder: LiveDecoder; said: Set<ChannelId> }>();
  private readonly since: number;
  private readonly timer: ReturnType<typeof setInterval>;
  private fresh = false;
  /** Something of the standings has changed since they were told: a source may send far faster than anybody reads. */
  private untold = false;
  private next = 1;

  constructor(private readonly out: LivePorts) {
    this.since = out.clock();
    this.timer = setInterval(() => {
      if (this.untold) this.tell();
      // A silent stream sends no moments: whether it still lives is judged by its silence.
      if (!this.fresh) return;
      this.fresh = false;
      out.onSample({ ...this.assembler.sample(this.nowS), ...unmeasured });
    }, TICK_MS);
  }

  private get nowS(): number {
    return (this.out.clock() - this.since) / 1000;
  }

  /** Opens one more source; an assignment that is remembered of it holds as soon as it has said its name. */
  async open(name: string, open: OpenPort): Promise<void> {
    const id = this.next++;
    const decoder = new LiveDecoder([], this.out.atmosphereKpa);
    this.ports.set(id, { port: null, decoder, said: new Set() });
    this.change(
      id,
      {},
      {
        id,
        name,
        state: "opening",
        reason: null,
        simulated: false,
        line: null,
        assignment: decoder.assignment,
        lines: 0,
        troubles: {},
        newest: null,
        batteryPct: null,
      },
    );
    try {
      const port = await open(this.hearsOf(id, decoder));
      const there = this.ports.get(id);
      if (there === undefined) return port.close();
      there.port = port;
      const remembered = this.out.recall(port.name);
      if (remembered !== null) this.assign(id, remembered);
      this.change(id, { name: port.name, ...(this.of(id)?.state === "opening" ? { state: "open" as const } : {}) });
    } catch (error) {
      this.change(id, { state: "lost", reason: reasonOf(error) });
    }
  }

  private hearsOf(id: number, decoder: LiveDecoder): PortHears {
    const values = new Map<BluetoothValue, number>();
    return {
      onLine: (line) => this.hear(id, decoder, line),
      onValue: (what, value) => {
        if (what === "battery") return this.change(id, { batteryPct: value });
        values.set(what, value);
        this.hear(id, decoder, bluetoothLine(values));
      },
      onSimulated: (simulated) => this.change(id, { simulated, state: "open", reason: null }),
      onLost: (reason) => {
        this.assembler.forget([...(this.ports.get(id)?.said ?? [])]);
        this.change(id, { state: "lost", reason });
        this.out.onMark("lost", this.of(id)?.name ?? "");
      },
      onBack: () => {
        this.change(id, { state: "open", reason: null });
        this.out.onMark("back", this.of(id)?.name ?? "");
      },
    };
  }

  private hear(id: number, decoder: LiveDecoder, line: string): void {
    const before = this.of(id);
    if (before === undefined) return;
    const { readings, issues } = decoder.decode(line);
    const { assignment } = decoder;
    this.take(id, readings);
    const troubles = { ...before.troubles };
    for (const { code } of issues) {
      // Said once on the trace, counted here.
      if (troubles[code] === undefined) this.out.onMark(code, before.name);
      troubles[code] = (troubles[code] ?? 0) + 1;
    }
    this.change(id, {
      state: "open",
      lines: before.lines + 1,
      line: decoder.namesItself ? null : line,
      ...(assignment === before.assignment ? {} : { assignment }),
      troubles,
      newest: issues.at(-1) ?? before.newest,
    });
  }

  private take(id: number, readings: LiveReadings): void {
    const said = this.ports.get(id)?.said;
    for (const channel of channelIds) if (readings[channel] !== undefined) said?.add(channel);
    if (Object.keys(readings).length === 0) return;
    this.assembler.take(readings, this.nowS);
    this.fresh = true;
  }

  assign(id: number, assignment: Assignment): void {
    const there = this.ports.get(id);
    if (there === undefined) return;
    // What the former assignment said is no reading of this one.
    this.assembler.forget([...there.said]);
    there.said.clear();
    there.decoder.assign(assignment);
    this.change(id, { assignment });
  }

  /** Takes one source off. */
  drop(id: number): void {
    const there = this.ports.get(id);
    there?.port?.close();
    this.assembler.forget([...(there?.said ?? [])]);
    this.ports.delete(id);
    this.standings = this.standings.filter((one) => one.id !== id);
    this.tell();
  }

  close(): void {
    clearInterval(this.timer);
    for (const { port } of this.ports.values()) port?.close();
    this.ports.clear();
  }

  private of(id: number): LiveSourceStanding | undefined {
    return this.standings.find((one) => one.id === id);
  }

  private change(id: number, part: Partial<LiveSourceStanding>, begun?: LiveSourceStanding): void {
    if (!this.ports.has(id)) return;
    const before = this.of(id)?.state;
    this.standings =
      begun === undefined
        ? this.standings.map((one) => (one.id === id ? { ...one, ...part } : one))
        : [...this.standings, begun];
    this.untold = true;
    // What a person waits for is told at once, what only counts on with the next tick.
    if (this.of(id)?.state !== before || part.assignment !== undefined || part.simulated !== undefined) this.tell();
  }

  private tell(): void {
    this.untold = false;
    this.out.onStandings(this.standings);
  }
}
