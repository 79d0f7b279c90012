import { describe, expect, it, vi } from "vitest";
import { bluetoothCharacteristics, bluetoothServices } from "@/core/readings/live/bluetooth";
import { openBluetooth, openSerial, type PortHears } from "./live-ports";

function hearing() {
  const lines: string[] = [];
  const values: [string, number][] = [];
  const lost: string[] = [];
  const back = vi.fn();
  const hears: PortHears = {
    onLine: (line) => lines.push(line),
    onValue: (what, value) => values.push([what, value]),
    onSimulated: vi.fn(),
    onLost: (reason) => lost.push(reason),
    onBack: back,
  };
  return { hears, lines, values, lost, back };
}
const settled = () => new Promise((resolve) => setTimeout(resolve, 5));

describe("a serial port", () => {
  /** A port whose bytes the test sends. */
  function fake() {
    let out: ReadableStreamDefaultController<Uint8Array> | undefined;
    const port = {
      open: vi.fn(async () => undefined),
      close: vi.fn(async () => undefined),
      readable: new ReadableStream<Uint8Array>({
        start(controller) {
          out = controller;
        },
      }),
    };
    const send = (text: string) => out!.enqueue(new TextEncoder().encode(text));
    return { port, send, end: () => out!.close(), fail: (error: Error) => out!.error(error) };
  }

  it("is opened at its speed, gives whole lines however the bytes come, and says when it ends", async () => {
    const { port, send, end } = fake();
    const { hears, lines, lost } = hearing();
    await openSerial(4800, hears, { requestPort: async () => port });
    expect(port.open).toHaveBeenCalledWith({ baudRate: 4800 });
    send("ST,GS,+ 34");
    send("0.2 g\r\n23.4 °");
    send("C\r\n");
    await settled();
    expect(lines).toEqual(["ST,GS,+ 340.2 g", "23.4 °C"]);
    end();
    await settled();
    expect(lost).toEqual(["ended"]);
  });

  it("says why it broke, and nothing when it was closed here", async () => {
    const broken = fake();
    const heard = hearing();
    await openSerial(9600, heard.hears, { requestPort: async () => broken.port });
    broken.fail(new Error("The device has been lost."));
    await settled();
    expect(heard.lost).toEqual(["The device has been lost."]);
    const closed = fake();
    const quiet = hearing();
    const port = await openSerial(9600, quiet.hears, { requestPort: async () => closed.port });
    port.close();
    await settled();
    expect(quiet.lost).toEqual([]);
    expect(closed.port.close).toHaveBeenCalledOnce();
  });

  it("is not there where the person picks none", async () => {
    const refused = openSerial(9600, hearing().hears, {
      requestPort: async () => {
        throw new DOMException("No port selected by the user.", "NotFoundError");
      },
    });
    await expect(refused).rejects.toThrow("No port selected");
  });
});

describe("a Bluetooth device", () => {
  class Characteristic extends EventTarget {
    value?: DataView;
    startNotifications = vi.fn(async () => undefined);
    readValue = vi.fn(async () => this.value!);
    send(...bytes: number[]) {
      this.value = new DataView(Uint8Array.from(bytes).buffer);
      this.dispatchEvent(new Event("characteristicvaluechanged"));
    }
  }
  /** A scale with a battery and no other service. */
  function fake() {
    const weight = new Characteristic();
    const battery = new Characteristic();
    const connect = vi.fn(async () => ({
      getPrimaryService: async (service: number) => {
        if (service === bluetoothServices.scale)
          return {
            getCharacteristic: async (uuid: number) => {
              expect(uuid).toBe(bluetoothCharacteristics.weight);
              return weight;
            },
          };
        if (service === bluetoothServices.battery) return { getCharacteristic: async () => battery };
        throw new DOMException("No such service", "NotFoundError");
      },
    }));
    const device = Object.assign(new EventTarget(), { name: "Bench scale", gatt: { connect, disconnect: vi.fn() } });
    return { device, weight, battery, connect };
  }

  it("gives the values of the services that it has, and its battery", async () => {
    const { device, weight, battery } = fake();
    const { hears, values } = hearing();
    const port = await openBluetooth(hears, { requestDevice: async () => device });
    expect(port.name).toBe("Bench scale");
    weight.send(0x00, 0x44, 0x00);
    battery.send(87);
    // An unsuccessful weighing is no weight.
    weight.send(0x00, 0xff, 0xff);
    expect(values).toEqual([
      ["weight", 340],
      ["battery", 87],
    ]);
  });

  it("is connected again when it goes, which is said, and is not once it was closed here", async () => {
    const { device, connect, weight } = fake();
    const { hears, lost, back, values } = hearing();
    const port = await openBluetooth(hears, { requestDevice: async () => device });
    device.dispatchEvent(new Event("gattserverdisconnected"));
    await settled();
    expect(lost).toEqual(["disconnected"]);
    expect(connect).toHaveBeenCalledTimes(2);
    expect(back).toHaveBeenCalledOnce();
    weight.send(0x00, 0x44, 0x00);
    expect(values.filter(([what]) => what === "weight").length).toBeGreaterThan(0);
    port.close();
    device.dispatchEvent(new Event("gattserverdisconnected"));
    await settled();
    expect(connect).toHaveBeenCalledTimes(2);
  });
});
