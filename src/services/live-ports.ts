"use client";

/** Ports of real instruments: the local bridge, Web Serial and the standard Bluetooth services. Each tells what it hears; decoding is not its work. */
import {
  type BluetoothValue,
  bluetoothBatteryPct,
  bluetoothCharacteristics,
  bluetoothHumidityPct,
  bluetoothPressureKpa,
  bluetoothServices,
  bluetoothTemperatureC,
  bluetoothWeightG,
} from "@/core/readings/live/bluetooth";
import { LineSplitter } from "@/core/readings/live/live-decoder";
import { reasonOf } from "@/core/result";

export interface PortHears {
  onLine: (line: string) => void;
  /** A value of a Bluetooth service, in its base unit. */
  onValue: (what: BluetoothValue, value: number) => void;
  /** The source says itself whether it is simulated. */
  onSimulated: (simulated: boolean) => void;
  /** Nothing more comes, and why; a port that connects again by itself says so with `onBack`. */
  onLost: (reason: string) => void;
  onBack: () => void;
}

export interface LivePort {
  name: string;
  close: () => void;
}

export const portKinds = ["bridge", "serial", "bluetooth"] as const;
export type PortKind = (typeof portKinds)[number];

export const canOpen = (kind: PortKind): boolean =>
  kind === "bridge" || (kind === "serial" ? "serial" in navigator : "bluetooth" in navigator);

/** A bridge that is lost is tried again so often, ms. */
const AGAIN_MS = 1500;

/** Lines of `bin/evrid instruments` on this machine; tried again as long as it is lost. */
export function openBridge(address: string, hears: PortHears): LivePort {
  let events: EventSource | null = null;
  let again: ReturnType<typeof setTimeout> | undefined;
  let lost = false;
  const connect = () => {
    const opened = new EventSource(`${address.replace(/\/+$/, "")}/lines`);
    events = opened;
    opened.onmessage = ({ data }: MessageEvent<string>) => hears.onLine(data);
    opened.addEventListener("source", ({ data }) => {
      hears.onSimulated(data === "simulated");
      if (lost) hears.onBack();
      lost = false;
    });
    opened.addEventListener("lost", ({ data }) => hears.onLost(data));
    opened.onerror = () => {
      opened.close();
      if (!lost) hears.onLost("no-bridge");
      lost = true;
      again = setTimeout(connect, AGAIN_MS);
    };
  };
  connect();
  return {
    name: new URL(address).host,
    close: () => {
      clearTimeout(again);
      events?.close();
    },
  };
}

/** As far as it is used here; TypeScript's library does not know Web Serial. */
interface SerialPortLike {
  open: (options: { baudRate: number }) => Promise<void>;
  close: () => Promise<void>;
  readable: ReadableStream<Uint8Array> | null;
}
interface SerialLike {
  requestPort: () => Promise<SerialPortLike>;
}

/** A serial port that the person picks. Errors: what the browser throws, also where nothing was picked. */
export async function openSerial(baudRate: number, hears: PortHears, serial = ownSerial()): Promise<LivePort> {
  const port = await serial.requestPort();
  await port.open({ baudRate });
  const reader = port.readable!.getReader();
  const text = new TextDecoder();
  const splitter = new LineSplitter();
  let closed = false;
  void (async () => {
    try {
      for (;;) {
        const { done, value } = await reader.read();
        if (done) break;
        for (const line of splitter.push(text.decode(value, { stream: true }))) if (line !== "") hears.onLine(line);
      }
      if (!closed) hears.onLost("ended");
    } catch (error) {
      if (!closed) hears.onLost(reasonOf(error));
    }
  })();
  return {
    name: `serial ${baudRate}`,
    close: () => {
      closed = true;
      void reader.cancel().then(
        () => port.close(),
        () => undefined,
      );
    },
  };
}
const ownSerial = (): SerialLike => (navigator as unknown as { serial: SerialLike }).serial;

interface CharacteristicLike extends EventTarget {
  value?: DataView;
  startNotifications: () => Promise<unknown>;
  readValue: () => Promise<DataView>;
}
interface DeviceLike extends EventTarget {
  name?: string;
  gatt?: {
    connect: () => Promise<{
      getPrimaryService: (
        uuid: number,
      ) => Promise<{ getCharacteristic: (uuid: number) => Promise<CharacteristicLike> }>;
    }>;
    disconnect: () => void;
  };
}
interface BluetoothLike {
  requestDevice: (options: object) => Promise<DeviceLike>;
}

const reads: Record<BluetoothValue, { service: number; of: (data: DataView) => number | null }> = {
  pressure: { service: bluetoothServices.environment, of: bluetoothPressureKpa },
  temperature: { service: bluetoothServices.environment, of: bluetoothTemperatureC },
  humidity: { service: bluetoothServices.environment, of: bluetoothHumidityPct },
  weight: { service: bluetoothServices.scale, of: bluetoothWeightG },
  battery: { service: bluetoothServices.battery, of: bluetoothBatteryPct },
};

/** A device that the person picks, with what it has of the standard services. Errors: what the browser throws. */
export async function openBluetooth(hears: PortHears, bluetooth = ownBluetooth()): Promise<LivePort> {
  const { environment, scale, battery } = bluetoothServices;
  const device = await bluetooth.requestDevice({
    filters: [{ services: [environment] }, { services: [scale] }],
    optionalServices: [environment, scale, battery],
  });
  const connect = async () => {
    const server = await device.gatt!.connect();
    for (const [what, { service, of }] of Object.entries(reads) as [BluetoothValue, (typeof reads)["weight"]][]) {
      // A device has some of them; the others are passed over.
      const found = await server
        .getPrimaryService(service)
        .then((one) => one.getCharacteristic(bluetoothCharacteristics[what]))
        .catch(() => null);
      if (found === null) continue;
      const tell = (data: DataView | undefined) => {
        const value = data === undefined ? null : of(data);
        if (value !== null) hears.onValue(what, value);
      };
      found.addEventListener("characteristicvaluechanged", () => tell(found.value));
      await found.startNotifications().catch(() => found.readValue().then(tell, () => undefined));
    }
  };
  let closed = false;
  device.addEventListener("gattserverdisconnected", () => {
    if (closed) return;
    hears.onLost("disconnected");
    void connect().then(hears.onBack, () => undefined);
  });
  await connect();
  return {
    name: device.name ?? "Bluetooth",
    close: () => {
      closed = true;
      device.gatt?.disconnect();
    },
  };
}
const ownBluetooth = (): BluetoothLike => (navigator as unknown as { bluetooth: BluetoothLike }).bluetooth;
